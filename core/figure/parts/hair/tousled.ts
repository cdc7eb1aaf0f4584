import { capPath, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** Short hair that stands every way: pointed locks along the crown and over the brow. */
export const tousled: HeadPart = {
  id: 'tousled',
  slot: 'hair',
  name: 'Tousled',
  side: {
    outer: [34, -30, 47, -35, 40, -46, 50, -56, 32, -57, 34, -72, 14, -62, 4, -76, -10, -61, -30, -70, -32, -53, -52, -50, -46, -34, -60, -24, -50, -10, -56, 6, -44, 10, -40, 26],
    line: CLEARS_EAR,
    pointed: true,
  },
  words: ['short', 'messy', 'spiky'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const path = capPath(f, {
      outer: [
        [-41, 5, -47, -8, -53, -14],
        [-46, -22, -55, -34],
        [-43, -42, -44, -56],
        [-32, -54, -22, -69],
        [-16, -60, -2, -73],
        [6, -62, 20, -69],
        [24, -58, 39, -58],
        [38, -46, 50, -40],
        [44, -26, 51, -16],
        [46, -8, 41, 5],
      ],
      line: [38, -6, 36, -22, 30, -13, 24, -30, 12, -19, 3, -34, -8, -18, -15, -33, -25, -15, -31, -27, -37, -10],
    });
    f.s.clipped(
      'cap',
      path,
      model.hair,
      [-4, -2.5],
      [
        strand(f, 'sheen', [-28, -42, -12, -54, 12, -52], 'sheen', 5, 0.5),
        strand(f, 'a', [-20, -36, -22, -48, -16, -56], 'deep', 2, 0.5),
        strand(f, 'b', [2, -38, 2, -50, 2, -60], 'deep', 2, 0.5),
        strand(f, 'c', [22, -36, 24, -46, 26, -52], 'deep', 2, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
