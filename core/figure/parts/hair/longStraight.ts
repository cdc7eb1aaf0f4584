import { backMass, cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Long straight hair with a middle parting, behind the shoulders. */
export const longStraight: HeadPart = {
  id: 'long-straight',
  slot: 'hair',
  name: 'Long straight',
  side: {
    outer: [33, -29, 39, -42, 27, -56, 4, -61, -26, -57, -47, -40, -55, -12, -56, 26, -54, 58, -34, 64, -15, 52],
    line: [-9, 30, -5, 10, 1, -8, 13, -21, 33, -29],
    behind: [-24, -40, -50, -24, -56, 24, -58, 84, -46, 120, -24, 118, -12, 60],
  },
  words: ['long', 'straight', 'smooth'],
  back: (model, yaw) => backMass(model, yaw, [0, -61, 38, -52, 52, -20, 53, 30, 57, 84, 46, 118, 20, 124, 0, 122]),
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-48, 44, -52, 8, -50, -24, -36, -53, 0, -61, 36, -53, 50, -24, 52, 8, 48, 44],
        line: [43, 30, 40, 0, 34, -20, 18, -34, 0, -43, -18, -34, -34, -20, -40, 0, -43, 30],
      },
      [
        strand(f, 'parting', [0, -43, 1, -52, 0, -60], 'deep', 2, 0.7),
        strand(f, 'a', [-36, -18, -43, 4, -46, 30], 'deep', 2, 0.5),
        strand(f, 'b', [36, -18, 43, 4, 46, 30], 'deep', 2, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
