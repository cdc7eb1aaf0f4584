import { stepped } from '../../../draw/colour.ts';
import { ellipse, pathOf } from '../../../draw/path.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A straw hat with a wide brim and a ribbon. */
export const sunHat: HeadPart = {
  id: 'sun-hat',
  slot: 'headwear',
  name: 'Sun hat',
  words: ['straw', 'garden', 'farmer', 'brim'],
  colours: ['accent2', 'accent'],
  hides: 'crown',
  brim: -26,
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hatBack');
    const straw = model.tone('accent2');
    return f.s.fill('brim', ellipse(f.trail(0), f.y(-29), 76, 15), stepped(straw.shadow, -0.05)).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const straw = model.tone('accent2');
    f.s.shaded('dome', runs(f.over([-43, -28, -42, -52, -28, -67, 0, -71, 28, -67, 42, -52, 43, -28]), f.on([0, -34, -43, -28])), straw, [-4.5, -3]);
    f.s.fill('ribbon', runs(f.over([-43.5, -30, -43, -42]), f.on([0, -50]), f.over([43, -42, 43.5, -30]), f.on([0, -38]), f.over([-43.5, -30])), model.colour('accent'));
    const mid = f.slide(0) * 0.5;
    f.s.shaded(
      'brim',
      runs(
        [
          [-76 + mid, f.y(-24)],
          [-44, f.y(-34)],
          [mid, f.y(-38)],
          [44, f.y(-34)],
          [76 + mid, f.y(-24)],
        ],
        [
          [50 + mid, f.y(-19)],
          [mid, f.y(-22)],
          [-50 + mid, f.y(-19)],
          [-76 + mid, f.y(-24)],
        ],
      ),
      straw,
      [-3, -2.5],
      [f.s.lineItem('weave', pathOf([0, -62 + mid, f.y(-25), 2, mid, f.y(-34), 62 + mid, f.y(-25)]), model.seam('accent2'), 1.8, 0.5)],
    );
    return f.s.nodes;
  },
};
