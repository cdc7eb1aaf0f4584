import { Tailor, toned } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** Feathered wings: a costume. */
export const wings: Extra = {
  id: 'wings',
  name: 'Wings',
  words: ['angel', 'bird', 'costume', 'fairy'],
  behind: (frame) => {
    const c = new Tailor(frame, 'wings');
    const tone = { base: '#f4f1ea', shadow: '#cfcbd6' };
    for (const out of [-1, 1])
      for (const [n, [x, y]] of [
        [118, 20],
        [112, 56],
        [98, 88],
        [80, 112],
      ].entries())
        c.shaded(
          `feather${out}.${n}`,
          toned(tone, -0.015 * (3 - n)),
          [-3, -2],
          [out * 8, 20 + n * 8],
          [out * (x as number) * 0.6, (y as number) - 46, out * (x as number), (y as number) - 10],
          [out * (x as number), (y as number) + 12, out * (x as number) * 0.5, (y as number) + 18, out * 8, 40 + n * 10],
          [out * 8, 20 + n * 8],
        );
    return c.s.nodes;
  },
};
