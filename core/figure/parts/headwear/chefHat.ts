import { ellipse, joined, pathOf } from '../../../draw/path.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A cook's hat: a tall band and a puffed top. */
export const chefHat: HeadPart = {
  id: 'chef-hat',
  slot: 'headwear',
  name: 'Cook’s hat',
  words: ['chef', 'kitchen', 'baker'],
  hides: 'crown',
  brim: -27,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const linen = { base: '#f6f3ec', shadow: '#d9d6dc' };
    f.s.shaded(
      'puff',
      joined(ellipse(f.edge(-30), f.y(-76), 24, 20), ellipse(f.edge(0), f.y(-86), 29, 22), ellipse(f.edge(30), f.y(-76), 24, 20), ellipse(f.edge(0), f.y(-68), 40, 20)),
      linen,
      [-5, -3.5],
    );
    for (const x of [-20, -6, 9, 22]) f.s.line(`fold${x}`, pathOf([0, f.slide(x), f.y(-60), 2, f.slide(x * 1.15), f.y(-70), f.slide(x * 1.4), f.y(-76)]), '#cfcbd2', 2, 0.8);
    f.s.shaded('band', runs(f.over([-47, -24, -44, -62]), f.on([0, -68]), f.over([44, -62, 47, -24]), f.on([22, -34, 0, -36, -22, -34]), f.over([-47, -24])), linen, [-4, -2]);
    return f.s.nodes;
  },
};
