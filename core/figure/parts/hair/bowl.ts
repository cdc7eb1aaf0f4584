import { backMass, cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A rounded cut with a full fringe. */
export const bowl: HeadPart = {
  id: 'bowl',
  slot: 'hair',
  name: 'Full fringe',
  side: { outer: [40, -13, 43.5, -32, 34, -51, 8, -60.5, -24, -57, -46, -41, -53, -16, -50, 8, -42, 22], line: [-34, 19, -17, 10, -2, 4, 12, -4, 26, -10, 40, -13] },
  words: ['short', 'straight', 'fringe', 'round'],
  back: (model, yaw) => backMass(model, yaw, [0, -62, 36, -54, 50, -24, 48, 4, 36, 20, 0, 22]),
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      { outer: [-45, 9, -50, -16, -43, -46, -22, -60, 0, -63, 22, -60, 43, -46, 50, -16, 45, 9], line: [39, 4, 37, -12, 28, -19, 10, -22, -10, -22, -28, -19, -37, -12, -39, 4] },
      [
        strand(f, 'a', [-22, -22, -20, -40, -8, -56], 'deep', 1.9, 0.5),
        strand(f, 'b', [-4, -24, -3, -42, 0, -57], 'deep', 1.9, 0.4),
        strand(f, 'c', [16, -23, 15, -40, 8, -55], 'deep', 1.9, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
