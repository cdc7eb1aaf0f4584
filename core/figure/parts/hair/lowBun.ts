import { ellipse } from '../../../draw/path.ts';
import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** A side parting and a knot at the nape. */
export const lowBun: HeadPart = {
  id: 'low-bun',
  slot: 'hair',
  name: 'Low bun',
  side: { outer: shortOuter(5), line: CLEARS_EAR, knots: [[-46, 24, 15]] },
  words: ['bun', 'nape', 'neat', 'elegant'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    f.s.shaded('nape', ellipse(f.trail(0), f.y(-6), 46, 46), model.hair);
    return f.s.shaded('bun', ellipse(f.trail(0) - 34 * Math.sin(yaw), f.y(40), 22, 17), model.hair, [-4, -3]).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      { outer: [-42, 12, -47, -16, -39, -46, -20, -58, 0, -60, 22, -58, 40, -46, 47, -16, 42, 12], line: [39, 0, 36, -18, 22, -29, 2, -33, -13, -42, -24, -31, -35, -18, -39, 0] },
      [
        strand(f, 'parting', [-13, -42, -15, -51, -10, -59], 'deep', 2, 0.7),
        strand(f, 'a', [-6, -38, 18, -44, 40, -18], 'deep', 2, 0.45),
        strand(f, 'b', [-22, -38, -36, -30, -42, -8], 'deep', 2, 0.45),
      ],
    );
    return f.s.nodes;
  },
};
