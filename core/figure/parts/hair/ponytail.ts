import { smooth } from '../../../time/easing.ts';
import { cap, headFrame, rope, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Hair tied high at the back; the tail swings to the side that the head turns from. */
export const ponytail: HeadPart = {
  id: 'ponytail',
  slot: 'hair',
  name: 'Ponytail',
  side: { outer: shortOuter(4.5), line: CLEARS_EAR, ropes: [{ points: [-43, -33, -62, -36, -75, -14, -74, 22, -62, 56], root: 12, tip: 3, band: true }] },
  words: ['long', 'tied', 'sporty'],
  back(model, yaw, covered) {
    const f = headFrame(model, yaw, 'hairBack');
    // Over the right shoulder, and behind the head to the left one as the head turns right.
    const out = 1 - 2 * smooth(yaw / 0.36);
    const swing = 26 + Math.abs(Math.sin(yaw)) * 26;
    f.s.shaded(
      'nape',
      rope(
        [
          [0, f.y(-20)],
          [0, f.y(8)],
        ],
        42,
        34,
      ),
      model.hair,
    );
    return f.s.shaded(
      'tail',
      rope(
        [
          // Under a hat it is tied lower, where it comes out.
          [out * swing * 0.55, f.y(covered ? -12 : -50)],
          [out * (swing + 12), f.y(covered ? -8 : -32)],
          [out * (swing + 26), f.y(6)],
          [out * (swing + 24), f.y(44)],
          [out * (swing + 34), f.y(66)],
        ],
        13,
        3,
      ),
      model.hair,
      [-5, -3],
    ).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      { outer: [-42, 6, -46, -18, -38, -46, -18, -58, 0, -61, 18, -58, 38, -46, 46, -18, 42, 6], line: [39, -4, 36, -20, 24, -30, 8, -32, -8, -40, -22, -33, -35, -22, -39, -4] },
      [
        strand(f, 'a', [-32, -24, -20, -44, 4, -57], 'deep', 1.9, 0.5),
        strand(f, 'b', [-6, -42, 2, -50, 12, -57], 'deep', 1.9, 0.5),
        strand(f, 'c', [33, -24, 28, -42, 16, -56], 'deep', 1.9, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
