import { ellipse } from '../../../draw/path.ts';
import { headFrame, pairs, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A crown with five points. */
export const crown: HeadPart = {
  id: 'crown',
  slot: 'headwear',
  name: 'Crown',
  words: ['king', 'queen', 'royal', 'costume'],
  colours: ['accent', 'accent2'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'crown');
    const gold = model.tone('accent');
    const e = (x: number, y: number): [number, number] => [f.edge(x) + f.slide(0) * 0.3, f.y(y)];
    const s = (x: number, y: number): [number, number] => [f.slide(x), f.y(y)];
    f.s.shaded(
      'ring',
      runs(
        [e(-40, -38), e(-44, -74)],
        [e(-24, -56)],
        [s(-22, -80)],
        [s(-10, -60)],
        [s(0, -84)],
        [s(10, -60)],
        [s(22, -80)],
        [e(24, -56)],
        [e(44, -74)],
        [e(40, -38)],
        pairs([20, -46, 0, -49, -20, -46]).map(([x, y]) => s(x, y)),
        [e(-40, -38)],
      ),
      gold,
      [-3.5, -2],
      [-20, 0, 20].map((x, n) => f.s.fillItem(`gem${n}`, ellipse(f.slide(x), f.y(-54 + Math.abs(x) * 0.1), 3.6, 4.4), model.colour('accent2'))),
    );
    return f.s.nodes;
  },
};
