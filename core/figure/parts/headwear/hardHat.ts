import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A builder's helmet with a ridge and a short brim. */
export const hardHat: HeadPart = {
  id: 'hard-hat',
  slot: 'headwear',
  behind: {
    cloth: 'accent2',
    dome: [0, -72, 32, -64, 48, -42, 52, -16, 0, -9],
    folds: [
      [-8, -72, -10, -46, -8, -12],
      [8, -72, 10, -46, 8, -12],
    ],
  },
  name: 'Hard hat',
  words: ['helmet', 'builder', 'engineer', 'safety'],
  colours: ['accent2'],
  hides: 'crown',
  brim: -24,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const shell = model.tone('accent2');
    f.s.clipped(
      'dome',
      runs(f.over([-47, -22, -48, -42, -32, -64, 0, -72, 32, -64, 48, -42, 47, -22]), f.on([24, -30, 0, -33, -24, -30, -47, -22])),
      shell,
      [-5, -3],
      [
        f.s.fillItem('ridge', runs(f.on([-8, -30, -9, -50, -7, -74]), f.on([7, -74, 9, -50, 8, -30]), f.on([0, -32, -8, -30])), stepped(shell.base, 0.05), 0.9),
        f.s.lineItem('ridgeEdge', pathOf([0, f.slide(9), f.y(-30), 2, f.slide(11), f.y(-52), f.slide(8), f.y(-73)]), model.seam('accent2'), 2, 0.7),
        f.s.lineItem('rib', pathOf([0, f.slide(-28), f.y(-30), 2, f.slide(-30), f.y(-50), f.slide(-22), f.y(-67)]), model.seam('accent2'), 2, 0.5),
        f.s.lineItem('sheen', pathOf([0, f.slide(-38), f.y(-42), 2, f.slide(-34), f.y(-58), f.slide(-22), f.y(-63)]), stepped(shell.base, 0.12), 4, 0.6),
      ],
    );
    f.s.shaded(
      'brim',
      runs(f.over([-51, -18, -47, -25]), f.on([-26, -33, 0, -36, 26, -33]), f.over([47, -25, 51, -18]), f.on([36, -19, 20, -25, 0, -27, -20, -25, -36, -19]), f.over([-51, -18])),
      { base: stepped(shell.base, 0.02), shadow: shell.shadow },
      [-2, -2],
    );
    return f.s.nodes;
  },
};
