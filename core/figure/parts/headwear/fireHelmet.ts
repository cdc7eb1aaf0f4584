import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A firefighter's helmet with a raised shield and a long back brim. */
export const fireHelmet: HeadPart = {
  id: 'fire-helmet',
  slot: 'headwear',
  behind: {
    cloth: 'accent2',
    dome: [0, -72, 32, -64, 47, -42, 50, -22, 58, 0, 0, 10],
    folds: [
      [-50, -20, 0, -10, 50, -20],
      [0, -72, 2, -46, 0, -14],
    ],
  },
  name: 'Fire helmet',
  words: ['firefighter', 'rescue', 'safety'],
  colours: ['accent2', 'accent'],
  hides: 'crown',
  brim: -24,
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hatBack');
    const x = f.trail(0);
    return f.s.fill(
      'brim',
      runs(
        [
          [x - 50, f.y(-34)],
          [x, f.y(-50)],
          [x + 50, f.y(-34)],
        ],
        [
          [x + 54, f.y(-4)],
          [x, f.y(6)],
          [x - 54, f.y(-4)],
          [x - 50, f.y(-34)],
        ],
      ),
      stepped(model.tone('accent2').shadow, -0.06),
    ).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const shell = model.tone('accent2');
    f.s.shaded(
      'dome',
      runs(f.over([-46, -22, -47, -46, -32, -67, 0, -75, 32, -67, 47, -46, 46, -22]), f.on([0, -36, -46, -22])),
      shell,
      [-5, -3],
      [
        f.s.lineItem('rib1', pathOf([0, f.slide(-26), f.y(-34), 2, f.slide(-26), f.y(-56), f.slide(-12), f.y(-70)]), model.seam('accent2'), 2.2, 0.6),
        f.s.lineItem('rib2', pathOf([0, f.slide(26), f.y(-34), 2, f.slide(26), f.y(-56), f.slide(12), f.y(-70)]), model.seam('accent2'), 2.2, 0.6),
      ],
    );
    f.s.shaded(
      'brim',
      runs(f.over([-55, -17, -50, -25]), f.on([-26, -34, 0, -38, 26, -34]), f.over([50, -25, 55, -17]), f.on([36, -19, 0, -27, -36, -19]), f.over([-55, -17])),
      { base: stepped(shell.base, 0.02), shadow: shell.shadow },
      [-2, -2],
    );
    f.s.shaded('shield', runs(f.on([-14, -64, 0, -70, 14, -64]), f.on([13, -44, 0, -34, -13, -44, -14, -64])), model.tone('accent'), [-2.5, -2]);
    return f.s.nodes;
  },
};
