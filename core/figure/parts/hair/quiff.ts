import { backMass, cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** Short sides and a front swept up and back. */
export const quiff: HeadPart = {
  id: 'quiff',
  slot: 'hair',
  name: 'Quiff',
  side: { outer: [33.5, -31, 43, -41, 46, -57, 33, -68, 10, -66, -18, -57, -40, -42, -48.5, -14, -45, 8, -34, 25], line: CLEARS_EAR },
  words: ['short', 'swept', 'volume'],
  back: (model, yaw) => backMass(model, yaw, [0, -58, 34, -50, 45, -20, 42, 12, 0, 16]),
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-41.5, 3, -45, -20, -41, -44, -34, -60, -10, -72, 16, -71, 34, -60, 42, -44, 45, -20, 41.5, 3],
        line: [38, -10, 36, -26, 28, -36, 14, -43, -6, -45, -22, -42, -31, -33, -36, -24, -38, -10],
      },
      [
        strand(f, 'a', [-24, -44, -22, -60, -4, -68], 'deep', 2, 0.5),
        strand(f, 'b', [-8, -47, -2, -62, 14, -67], 'deep', 2, 0.5),
        strand(f, 'c', [12, -45, 18, -56, 28, -58], 'deep', 2, 0.5),
      ],
      [-29, -50, -22, -64, -4, -67],
    );
    return f.s.nodes;
  },
};
