import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A long evening gown. */
export const gown: Garment = {
  id: 'gown',
  slot: 'onePiece',
  name: 'Evening gown',
  words: ['long', 'party', 'formal', 'princess'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 2.5,
  clips: true,
  hem: ({ p }) => ({ y: p.torso + (p.thigh + p.shin) * 0.98, out: 30 }),
  details(frame) {
    const c = new Tailor(frame, 'gown');
    c.line('folds', frame.model.seam('primary'), 2.6, [-12, 120, -20, 200, -34, 300], [8, 116, 10, 200, 12, 304], [26, 124, 40, 200, 56, 298]);
    return c.band('sash', frame.model.colour('accent'), frame.model.p.torso * 0.64, 12, 3).neckline('scoop', frame.model.seam('primary')).s.nodes;
  },
};
