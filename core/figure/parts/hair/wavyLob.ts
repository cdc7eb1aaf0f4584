import { backMass, cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Waves to the shoulders, tucked behind one ear. */
export const wavyLob: HeadPart = {
  id: 'wavy-lob',
  slot: 'hair',
  name: 'Wavy, shoulder length',
  side: {
    outer: [35, -26, 41, -42, 28, -56, 4, -61, -26, -57, -48, -40, -56, -12, -52, 12, -58, 36, -50, 60, -30, 66, -16, 56],
    line: [-22, 38, -20, 22, -15.5, 11, -14, -3, -7, -9, 2, -5, 4.5, 8, 9, 0, 12, -11, 20, -20, 35, -26],
  },
  words: ['medium', 'wavy', 'shoulder'],
  back: (model, yaw) => backMass(model, yaw, [0, -62, 38, -53, 53, -22, 50, 4, 58, 24, 54, 42, 60, 58, 44, 68, 20, 62, 0, 64]),
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-44, 10, -50, -18, -38, -52, -4, -63, 34, -55, 51, -24, 49, 2, 54, 22, 45, 42],
        line: [40, 26, 43, 6, 37, -8, 34, -22, 14, -27, -6, -34, -15, -42, -23, -32, -35, -22, -39, -6],
      },
      [
        strand(f, 'parting', [-15, -42, -17, -52, -10, -61], 'deep', 2, 0.7),
        strand(f, 'a', [-8, -37, 14, -47, 36, -32], 'deep', 2, 0.5),
        strand(f, 'b', [40, -18, 46, 0, 45, 24], 'deep', 2, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
