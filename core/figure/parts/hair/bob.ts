import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { hairX, outlineX, trailX } from '../../turn.ts';
import type { HeadPart } from '../part.ts';

/** Straight hair to the chin with a fringe swept from a side parting. */
export const bob: HeadPart = {
  id: 'bob',
  slot: 'hair',
  name: 'Straight bob',
  side: {
    outer: [36, -22, 41, -38, 29, -54, 4, -60.5, -25, -57, -46, -41, -54, -14, -54, 14, -56, 36, -38, 43, -12, 41],
    line: [-9, 30, -2, 14, 3, -2, 10, -13, 20, -19, 36, -22],
  },
  back(model, yaw) {
    const s = new Sketch('hairBack');
    const k = model.p.headWidth / 41.5;
    const x = (value: number): number => trailX(value * k, model.p.headWidth, yaw);
    return s.shaded(
      'mass',
      pen()
        .move(x(0), -60)
        .cubic(x(-36), -60, x(-52), -36, x(-50), -4)
        .cubic(x(-50), 14, x(-53), 26, x(-60), 36)
        .cubic(x(-46), 46, x(-20), 46, x(-12), 42)
        .line(x(12), 42)
        .cubic(x(20), 46, x(46), 46, x(60), 36)
        .cubic(x(53), 26, x(50), 14, x(50), -4)
        .cubic(x(52), -36, x(36), -60, x(0), -60)
        .close()
        .done(),
      model.hair,
    ).nodes;
  },
  front(model, yaw) {
    const s = new Sketch('hair');
    const w = model.p.headWidth;
    const k = w / 41.5;
    const x = (value: number): number => hairX(value * k, 60, w, yaw);
    const edge = (value: number): number => outlineX(value * k, yaw);
    s.clipped(
      'fringe',
      pen()
        .move(edge(-45), 10)
        .cubic(edge(-54), -36, edge(-34), -62, edge(0), -61)
        .cubic(edge(34), -62, edge(54), -36, edge(45), 10)
        .cubic(x(41), -4, x(38), -16, x(31), -25)
        .cubic(x(12), -21, x(-6), -28, x(-14), -37)
        .cubic(x(-22), -25, x(-34), -16, x(-39), -10)
        .cubic(x(-42), -2, x(-43), 4, edge(-45), 10)
        .close()
        .done(),
      model.hair,
      [-4.5, -2.5],
      [
        s.lineItem('sheen', pen().move(x(-30), -38).quad(x(-14), -52, x(14), -50).done(), model.hair.sheen, 5, 0.55),
        s.lineItem('parting', pen().move(x(-14), -37).quad(x(-15), -48, x(-10), -58).done(), model.hair.deep, 2, 0.7),
      ],
    );
    return s.nodes;
  },
};
