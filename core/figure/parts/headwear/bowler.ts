import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { headFrame, pairs, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A round stiff hat with a curled brim. */
export const bowler: HeadPart = {
  id: 'bowler',
  slot: 'headwear',
  name: 'Bowler',
  words: ['hat', 'formal', 'old'],
  colours: ['accent2', 'accent'],
  hides: 'crown',
  brim: -26,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const felt = model.tone('accent2');
    f.s.clipped(
      'dome',
      runs(f.over([-43, -28, -44, -52, -30, -73, 0, -79, 30, -73, 44, -52, 43, -28]), f.on([0, -36, -43, -28])),
      felt,
      [-5, -3],
      [
        f.s.fillItem('ribbon', runs(f.over([-46, -26, -46, -40]), f.on([0, -50]), f.over([46, -40, 46, -26]), f.on([0, -36]), f.over([-46, -26])), model.colour('accent')),
        f.s.lineItem('sheen', pathOf([0, f.slide(-32), f.y(-54), 2, f.slide(-24), f.y(-68), f.slide(-6), f.y(-71)]), stepped(felt.base, 0.12), 4.5, 0.5),
      ],
    );
    const mid = f.slide(0) * 0.4;
    const brim = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [x + mid, f.y(y)]);
    f.s.shaded(
      'brim',
      runs(brim([-60, -32, -52, -25, -26, -33, 0, -36, 26, -33, 52, -25, 60, -32]), brim([58, -22, 30, -21, 0, -25, -30, -21, -58, -22, -60, -32])),
      { base: stepped(felt.base, 0.03), shadow: felt.shadow },
      [-2, -1.5],
    );
    return f.s.nodes;
  },
};
