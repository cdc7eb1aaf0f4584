import { cap, capPath, headFrame, onSkin } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** Very short coils, shaved lower at the sides. */
export const fade: HeadPart = {
  id: 'fade',
  slot: 'hair',
  name: 'Short fade',
  side: {
    outer: [33.5, -31, 38, -42, 27, -52, 4, -56, -22, -52, -42, -37, -49, -18],
    line: [-36, -17, -18, -18, 0, -20, 14, -23, 26, -28, 33.5, -31],
    shade: { outer: [33.5, -31, 32, -52, 0, -60, -34, -52, -56, -14, -50, 12, -34, 24], line: CLEARS_EAR },
  },
  words: ['coily', 'short', 'shaved', 'clean'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const sides = { outer: [-46, 0, -48, -22, -38, -46, 0, -58, 38, -46, 48, -22, 46, 0], line: [38, -12, 35, -26, 24, -36, 0, -38, -24, -36, -35, -26, -38, -12] };
    onSkin(f, [f.s.fillItem('sides', capPath(f, sides), model.hair.base, 0.5)]);
    cap(
      f,
      { outer: [-40, -29, -37, -46, -19, -57, 0, -58.5, 19, -57, 37, -46, 40, -29], line: [33, -29, 29, -35, 14, -38, -14, -38, -29, -35, -33, -29] },
      [],
      [-26, -44, -12, -52, 8, -52],
    );
    return f.s.nodes;
  },
};
