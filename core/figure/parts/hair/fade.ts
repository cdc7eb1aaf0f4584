import { cap, capPath, headFrame, onSkin } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Very short coils, shaved lower at the sides. */
export const fade: HeadPart = {
  id: 'fade',
  slot: 'hair',
  name: 'Short fade',
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
