import { ellipse } from '../../../draw/path.ts';
import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Hair drawn up into a bun on the crown. */
export const topBun: HeadPart = {
  id: 'top-bun',
  slot: 'hair',
  excludes: ['hard-hat', 'fire-helmet', 'cycle-helmet', 'bowler', 'knitted-hat', 'mortarboard', 'chef-hat', 'surgical-cap', 'skipper-cap', 'peaked-cap'],
  name: 'High bun',
  side: { outer: shortOuter(5), line: CLEARS_EAR, knots: [[-12, -66, 19]] },
  words: ['bun', 'up', 'neat'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    const x = f.trail(0) - model.p.headWidth * 0.2 * Math.sin(yaw);
    return f.s.shaded('bun', ellipse(x, f.y(-68), 22, 19), model.hair, [-4.5, -3], [f.s.lineItem('turn', ellipse(x - 2, f.y(-68), 11, 9), model.hair.deep, 2, 0.5)]).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(f, { outer: [-42, 6, -46, -18, -38, -46, -18, -58, 0, -61, 18, -58, 38, -46, 46, -18, 42, 6], line: [39, -4, 35, -22, 20, -35, 0, -39, -20, -35, -35, -22, -39, -4] }, [
      strand(f, 'a', [-32, -24, -22, -44, -5, -58], 'deep', 1.9, 0.5),
      strand(f, 'b', [-8, -40, -5, -50, -1, -59], 'deep', 1.9, 0.5),
      strand(f, 'c', [12, -39, 9, -50, 3, -59], 'deep', 1.9, 0.5),
      strand(f, 'd', [33, -24, 24, -44, 6, -58], 'deep', 1.9, 0.5),
    ]);
    return f.s.nodes;
  },
};
