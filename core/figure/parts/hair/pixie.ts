import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Short feathered hair with a swept fringe and points before the ears. */
export const pixie: HeadPart = {
  id: 'pixie',
  slot: 'hair',
  name: 'Pixie cut',
  side: {
    outer: [38, -22, 42, -38, 29, -54, 4, -60, -23, -57, -43, -41, -51, -14, -46, 8, -36, 26],
    line: [-30, 22, -20, 17, -15.5, 11, -14, -3, -7, -9, 1, -5, 4, 14, 10, 2, 13, -10, 22, -18, 38, -22],
  },
  words: ['short', 'straight', 'feathered'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-41, 16, -47, -6, -46, -34, -32, -56, -6, -64, 22, -60, 42, -42, 47, -10, 41, 16],
        line: [38, 3, 37, -13, 30, -23, 22, -15, 6, -23, -10, -35, -18, -25, -30, -20, -36, -10, -38, 3],
      },
      [
        strand(f, 'a', [-12, -38, 0, -50, 20, -50], 'deep', 2, 0.55),
        strand(f, 'b', [-10, -33, 8, -40, 26, -26], 'deep', 2, 0.5),
        strand(f, 'c', [-22, -28, -26, -42, -16, -54], 'deep', 2, 0.5),
      ],
      [-30, -44, -18, -57, 4, -58],
    );
    return f.s.nodes;
  },
};
