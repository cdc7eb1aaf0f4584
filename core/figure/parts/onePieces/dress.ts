import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A dress to the knee with short sleeves and a belt. */
export const dress: Garment = {
  id: 'dress',
  slot: 'onePiece',
  name: 'Dress',
  words: ['knee', 'belt', 'short sleeves'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [3.4, 4, 3],
  sleeveLength: 0.34,
  grow: 3,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.84, out: 22 }),
  details(frame) {
    const c = new Tailor(frame, 'dress');
    c.line('folds', frame.model.seam('primary'), 2.4, [-14, 108, -20, 150, -26, 210], [10, 108, 14, 150, 18, 212], [28, 112, 38, 160, 46, 205]);
    return c.band('belt', frame.model.colour('accent'), frame.model.p.torso * 0.66, 9, 3).neckline('round', frame.model.seam('primary')).s.nodes;
  },
};
