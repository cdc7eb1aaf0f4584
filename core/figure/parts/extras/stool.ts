import { ellipse } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { Extra } from '../part.ts';

/** A stool to sit on. */
export const stool = {
  id: 'stool',
  name: 'Stool',
  words: ['sit', 'seated', 'chair'],
  colours: ['metal'],
  excludes: ['wheelchair', 'cane', 'umbrella'],
  seat: {
    back({ model, sk }) {
      const s = new Sketch('stool');
      const { x, y } = sk.hip;
      const half = model.p.hip + 8;
      const wood = model.tone('metal');
      for (const [n, out] of [-0.8, 0.8].entries())
        s.limb(
          `leg${n}`,
          [
            { x: x + out * half, y: y + 24 },
            { x: x + out * half * 1.2, y: -4 },
          ],
          [6, 5],
          wood,
          2.6,
        );
      s.limb(
        'bar',
        [
          { x: x - half * 0.95, y: y * 0.36 },
          { x: x + half * 0.95, y: y * 0.36 },
        ],
        [3.6, 3.6],
        wood,
        1.8,
      );
      return s.shaded('seat', ellipse(x, y + 20, half * 1.05, 12), wood, [-4, -3]).nodes;
    },
  },
} satisfies Extra;
