import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Short feathered hair with a swept fringe and points before the ears. */
export const pixie: HeadPart = {
  id: 'pixie',
  slot: 'hair',
  name: 'Pixie cut',
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
