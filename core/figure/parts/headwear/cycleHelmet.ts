import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { headFrame, pairs, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A cycling helmet with vents and a strap under the chin. */
export const cycleHelmet: HeadPart = {
  id: 'cycle-helmet',
  slot: 'headwear',
  name: 'Cycle helmet',
  words: ['bike', 'sport', 'safety', 'skate'],
  colours: ['accent2'],
  hides: 'crown',
  brim: -24,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const shell = model.tone('accent2');
    // The strap of a far cheek is behind it.
    for (const out of [-1, 1].filter((one) => one * yaw < 0.6))
      f.s.line(`strap${out}`, pathOf([0, f.edge(out * 41), f.y(-18), 2, f.edge(out * 42), f.y(18), f.edge(out * 27), f.y(40)]), '#3a3f4a', 2.6);
    const vent = (id: string, x: number, tall: number) =>
      f.s.fillItem(
        id,
        runs(
          f.on([x - 4, -36 + Math.abs(x) * 0.15, x - 3, -36 - tall, x + 1, -40 - tall]),
          f.on([x + 5, -38 - tall * 0.6, x + 4.5, -36 + Math.abs(x) * 0.15, x - 4, -36 + Math.abs(x) * 0.15]),
        ),
        stepped(shell.shadow, -0.2),
      );
    f.s.clipped(
      'shell',
      runs(f.over([-46, -18, -50, -40, -38, -62, -14, -72, 14, -72, 38, -62, 50, -40, 46, -18]), [
        ...pairs([30, -25, 0, -30, -30, -25]).map(([x, y]): [number, number] => [f.slide(x, y), f.y(y)]),
        ...f.over([-46, -18]),
      ]),
      shell,
      [-5, -3],
      [
        vent('v1', -26, 14),
        vent('v2', -9, 20),
        vent('v3', 9, 20),
        vent('v4', 26, 14),
        f.s.lineItem('rim', pathOf([0, f.slide(-44), f.y(-22), 3, f.slide(-24), f.y(-34), f.slide(24), f.y(-34), f.slide(44), f.y(-22)]), stepped(shell.base, -0.12), 2.6, 0.8),
      ],
    );
    return f.s.nodes;
  },
};
