import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { slide } from '../../turn.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A round soft cap with a peak over the brow. */
export const peakedCap: HeadPart = {
  id: 'peaked-cap',
  slot: 'headwear',
  behind: {
    cloth: 'accent2',
    dome: [0, -66, 34, -57, 47, -36, 45, -12, 0, -6],
    folds: [
      [0, -65, 1, -40, 0, -8],
      [-2, -65, -24, -44, -26, -10],
      [2, -65, 24, -44, 26, -10],
    ],
  },
  name: 'Peaked cap',
  words: ['cap', 'sport', 'courier'],
  colours: ['accent2', 'accent'],
  hides: 'crown',
  brim: -26,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'cap');
    const cloth = model.tone('accent2');
    f.s.clipped(
      'dome',
      runs(f.over([-44, -16, -47, -36, -34, -57, 0, -66, 34, -57, 47, -36, 44, -16]), f.on([24, -25, 0, -28, -24, -25, -44, -16])),
      cloth,
      [-4.5, -3],
      [
        f.s.lineItem('seam1', pathOf([0, f.slide(0), f.y(-28), 2, f.slide(1), f.y(-48), f.edge(0), f.y(-65)]), model.seam('accent2'), 2, 0.6),
        f.s.lineItem('seam2', pathOf([0, f.slide(-28), f.y(-26), 2, f.slide(-26), f.y(-48), f.edge(0), f.y(-65)]), model.seam('accent2'), 2, 0.45),
        f.s.lineItem('seam3', pathOf([0, f.slide(28), f.y(-26), 2, f.slide(26), f.y(-48), f.edge(0), f.y(-65)]), model.seam('accent2'), 2, 0.45),
      ],
    );
    f.s.fill(
      'button',
      runs(
        [
          [f.edge(-4), f.y(-65)],
          [f.edge(0), f.y(-68)],
          [f.edge(4), f.y(-65)],
        ],
        [
          [f.edge(0), f.y(-63)],
          [f.edge(-4), f.y(-65)],
        ],
      ),
      stepped(cloth.base, -0.08),
    );
    const front = slide(model.p.headWidth, 1.02, 0, yaw).x;
    const p = (x: number): number => front + x * (1 - Math.abs(Math.sin(yaw)) * 0.16);
    f.s.shaded(
      'peak',
      runs(
        [
          [p(-33), f.y(-25)],
          [p(-16), f.y(-30)],
          [p(16), f.y(-30)],
          [p(33), f.y(-25)],
        ],
        [
          [p(38), f.y(-16)],
          [p(26), f.y(-13)],
          [p(0), f.y(-16)],
          [p(-26), f.y(-13)],
          [p(-38), f.y(-16)],
          [p(-33), f.y(-25)],
        ],
      ),
      { base: stepped(cloth.base, -0.07), shadow: stepped(cloth.shadow, -0.06) },
      [-3, -2],
    );
    const badge = slide(model.p.headWidth, 1.04, 0, yaw);
    f.s.fill(
      'badge',
      runs(
        [
          [badge.x - 7 * badge.narrow, f.y(-42)],
          [badge.x, f.y(-47)],
          [badge.x + 7 * badge.narrow, f.y(-42)],
        ],
        [
          [badge.x, f.y(-36)],
          [badge.x - 7 * badge.narrow, f.y(-42)],
        ],
      ),
      model.colour('accent'),
    );
    return f.s.nodes;
  },
};
