import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A backpack: its straps in front, its edges behind. */
export const backpack: Extra = {
  id: 'backpack',
  name: 'Backpack',
  words: ['school', 'student', 'hiking', 'travel'],
  colours: ['accent2'],
  behind: (frame) => {
    const c = new Tailor(frame, 'packBack');
    const w = frame.halfAt(c.t * 0.4) + 7;
    return c.shaded(
      'pack',
      frame.model.tone('accent2'),
      [-4, -3],
      [-w * 0.8, -6, 0, -16, w * 0.8, -6],
      [w, 30, w + 2, 100],
      [w * 0.8, 122, -w * 0.8, 122],
      [-w - 2, 100, -w, 30, -w * 0.8, -6],
    ).s.nodes;
  },
  torso: (frame) => {
    const c = new Tailor(frame, 'packStraps');
    for (const out of [-1, 1])
      c.shaded(
        `strap${out}`,
        frame.model.tone('accent2'),
        [-1.6, -1],
        [out * 25 * c.k, -7],
        [out * 36 * c.k, -3],
        [out * 37 * c.k, 62, out * 46 * c.k, 92],
        [out * 38 * c.k, 96],
        [out * 28 * c.k, 64, out * 25 * c.k, -7],
      );
    return c.s.nodes;
  },
};
