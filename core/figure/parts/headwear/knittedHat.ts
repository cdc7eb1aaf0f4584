import { stepped } from '../../../draw/colour.ts';
import { ellipse, pathOf } from '../../../draw/path.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A knitted hat with a turned-up edge and a bobble. */
export const knittedHat: HeadPart = {
  id: 'knitted-hat',
  slot: 'headwear',
  name: 'Knitted hat',
  words: ['beanie', 'winter', 'bobble', 'warm'],
  colours: ['accent2', 'accent'],
  hides: 'crown',
  brim: -20,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const wool = model.tone('accent2');
    f.s.shaded('bobble', ellipse(f.edge(1), f.y(-76), 13, 12), model.tone('accent'), [-3, -2.5]);
    const ribs = [-30, -15, 0, 15, 30].map((x, n) =>
      f.s.lineItem(`rib${n}`, pathOf([0, f.slide(x), f.y(-34), 2, f.slide(x), f.y(-54), f.slide(x * 0.35), f.y(-70)]), model.seam('accent2'), 2, 0.5),
    );
    f.s.clipped('dome', runs(f.over([-45, -20, -47, -44, -30, -66, 0, -72, 30, -66, 47, -44, 45, -20]), f.on([22, -29, 0, -31, -22, -29, -45, -20])), wool, [-4.5, -3], ribs);
    const band = { base: stepped(wool.base, 0.05), shadow: stepped(wool.shadow, 0.02) };
    const stripes = [-36, -27, -18, -9, 0, 9, 18, 27, 36].map((x, n) =>
      f.s.lineItem(`b${n}`, pathOf([0, f.slide(x), f.y(-38 + (x / 36) ** 2 * 7), 1, f.slide(x), f.y(-26 + (x / 36) ** 2 * 8)]), stepped(wool.base, -0.07), 1.8, 0.55),
    );
    f.s.clipped(
      'band',
      runs(f.over([-46, -15, -48, -31]), f.on([-26, -40, 0, -43, 26, -40]), f.over([48, -31, 46, -15]), f.on([26, -24, 0, -27, -26, -24]), f.over([-46, -15])),
      band,
      [-3, -2],
      stripes,
    );
    return f.s.nodes;
  },
};
