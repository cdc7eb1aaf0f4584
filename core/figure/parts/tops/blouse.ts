import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A soft blouse tied with a bow. */
export const blouse: Garment = {
  id: 'blouse',
  slot: 'under',
  name: 'Blouse with bow',
  words: ['elegant', 'bow', 'office'],
  colours: ['under', 'accent'],
  cloth: 'under',
  cuff: 'accent',
  sleeve: [4.4, 5, 4],
  grow: 3,
  hem: ({ p }) => ({ y: p.torso * 1.14, out: 0 }),
  details: (frame) => new Tailor(frame, 'blouse').line('folds', frame.model.seam('under'), 2, [-14, 30, -18, 60], [12, 34, 16, 66]).s.nodes,
  collar(frame) {
    const c = new Tailor(frame, 'bow');
    const tone = frame.model.tone('accent');
    c.shaded('band', tone, [-2, -1.5], [-17, -14, 0, -4, 17, -14], [15, -4, 0, 6, -15, -4, -17, -14]);
    for (const out of [-1, 1]) {
      c.shaded(`tail${out}`, tone, [-1.5, -1.5], [out * 2, 6, out * 12, 30, out * 9, 40], [out * 2, 34, out * -1, 8, out * 2, 6]);
      c.shaded(`loop${out}`, tone, [-1.5, -1.5], [0, 4, out * 12, -4, out * 20, 4, out * 14, 14, 0, 8], [0, 4]);
    }
    return c.shaded('knot', tone, [-1, -1], [-4, 2, 0, 0, 4, 2], [4, 9, 0, 10, -4, 9, -4, 2]).s.nodes;
  },
};
