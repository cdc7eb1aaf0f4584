import { backMass, cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Long waves from a side parting. */
export const longWavy: HeadPart = {
  id: 'long-wavy',
  slot: 'hair',
  name: 'Long waves',
  side: {
    outer: [34, -27, 41, -42, 28, -57, 4, -62, -27, -58, -48, -40, -57, -12, -52, 14, -60, 38, -52, 62, -32, 66, -14, 54],
    line: [-8, 34, -1, 18, -3, 4, 6, -10, 16, -20, 34, -27],
    behind: [-24, -40, -50, -24, -54, 14, -62, 44, -54, 74, -60, 102, -40, 116, -20, 104, -12, 60],
  },
  words: ['long', 'wavy', 'volume'],
  back: (model, yaw) =>
    backMass(model, yaw, [0, -64, 40, -55, 56, -22, 53, 4, 62, 24, 57, 46, 66, 68, 58, 92, 62, 110, 42, 124, 18, 116, 0, 122], (f) => [
      strand(f, 'w1', [-46, 30, -54, 56, -48, 88], 'deep', 2.2, 0.5),
      strand(f, 'w2', [47, 30, 55, 56, 49, 88], 'deep', 2.2, 0.5),
    ]),
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-47, 40, -56, 18, -50, 0, -54, -26, -36, -56, 0, -65, 38, -56, 54, -26, 50, 0, 56, 18, 47, 40],
        line: [41, 26, 44, 8, 38, -8, 36, -22, 16, -26, -4, -32, -16, -43, -24, -30, -35, -20, -38, -6, -44, 8, -41, 26],
      },
      [
        strand(f, 'parting', [-16, -43, -18, -54, -12, -63], 'deep', 2, 0.7),
        strand(f, 'a', [-8, -38, 12, -48, 36, -34], 'deep', 2, 0.5),
        strand(f, 'b', [-26, -32, -44, -16, -47, 14], 'deep', 2, 0.5),
        strand(f, 'c', [41, -20, 48, -4, 47, 16], 'deep', 2, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
