import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A long straight shirt with a standing collar. */
export const kurta: Garment = {
  id: 'kurta',
  slot: 'top',
  name: 'Kurta',
  words: ['long shirt', 'festive', 'standing collar'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  cuff: 'accent',
  sleeve: [4, 3.6, 4],
  grow: 4,
  hem: ({ p }) => ({ y: p.torso * 1.72, out: 8 }),
  details(frame) {
    const c = new Tailor(frame, 'kurta');
    c.line('placket', frame.model.colour('accent'), 5, [0, 4, 0, 66]);
    return c
      .buttons(0, [16, 32, 48, 62], { base: '#f7e9c3', shadow: frame.model.seam('accent') }, 2)
      .line('folds', frame.model.seam('primary'), 2.4, [-20, 130, -24, 190], [22, 126, 26, 188]).s.nodes;
  },
  collar: (frame) =>
    new Tailor(frame, 'kurtaCollar').shaded('stand', frame.model.tone('primary'), [-2, -1.5], [-17, -16, -18, -4, 0, 5, 18, -4, 17, -16], [10, -9, 0, -4, -10, -9, -17, -16]).s
      .nodes,
};
