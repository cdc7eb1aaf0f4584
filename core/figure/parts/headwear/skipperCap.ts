import { stepped } from '../../../draw/colour.ts';
import { ellipse, pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { hairX, slide } from '../../turn.ts';
import type { HeadPart } from '../part.ts';

/** A soft cap with a band, a badge and a peak over the brow. */
export const skipperCap: HeadPart = {
  id: 'skipper-cap',
  slot: 'headwear',
  behind: { cloth: 'primary', dome: [0, -62, 26, -61, 48, -51, 57, -38, 46, -20, 0, -13], folds: [[-47, -31, 0, -26, 47, -31]] },
  name: 'Skipper’s cap',
  hides: 'crown',
  brim: -22,
  colours: ['primary', 'accent'],
  front(model, yaw) {
    const s = new Sketch('cap');
    const w = model.p.headWidth;
    const k = model.p.headHeight / 47.5;
    const x = (value: number): number => hairX(value, 62, w, yaw) * (w / 41.9);
    const y = (value: number): number => value * k;
    const cloth = model.tone('primary');
    const band = { base: stepped(cloth.base, -0.08), shadow: stepped(cloth.shadow, -0.07) };
    const peak = { base: stepped(cloth.base, -0.14), shadow: stepped(cloth.shadow, -0.12) };
    s.shaded(
      'dome',
      pen()
        .move(x(-46), y(-20.9))
        .cubic(x(-59), y(-30), x(-61), y(-46), x(-44), y(-53.5))
        .cubic(x(-24), y(-65), x(24), y(-65), x(44), y(-53.5))
        .cubic(x(61), y(-46), x(59), y(-30), x(46), y(-20.9))
        .cubic(x(25), y(-28.5), x(-25), y(-28.5), x(-46), y(-20.9))
        .close()
        .done(),
      cloth,
      [-4.5, -2.5],
      [
        s.lineItem('seamTop', pen().move(x(-40), y(-50)).cubic(x(-20), y(-58), x(20), y(-58), x(40), y(-50)).done(), model.seam('primary'), 2, 0.5),
        s.lineItem('sheen', pen().move(x(-40), y(-46)).quad(x(-28), y(-56), x(-8), y(-57)).done(), stepped(cloth.base, 0.1), 4, 0.45),
      ],
    );
    s.shaded(
      'band',
      pen()
        .move(x(-46.5), y(-31.4))
        .cubic(x(-25), y(-40), x(25), y(-40), x(46.5), y(-31.4))
        .line(x(45.6), y(-16.2))
        .cubic(x(25), y(-24.4), x(-25), y(-24.4), x(-45.6), y(-16.2))
        .close()
        .done(),
      band,
    );
    s.line('cord', pen().move(x(-45.6), y(-19.9)).cubic(x(-25), y(-28), x(25), y(-28), x(45.6), y(-19.9)).done(), model.colour('accent'), 2.2);
    const front = slide(w, 0.98, 0, yaw);
    const px = (value: number): number => front.x + value * (1 - Math.abs(front.x) / 150);
    s.shaded(
      'peak',
      pen()
        .move(px(-37.5), y(-19.5))
        .cubic(px(-24), y(-25.8), px(24), y(-25.8), px(37.5), y(-19.5))
        .cubic(px(40), y(-12), px(32), y(-8.6), px(25), y(-9.8))
        .cubic(px(12), y(-13.2), px(-12), y(-13.2), px(-25), y(-9.8))
        .cubic(px(-32), y(-8.6), px(-40), y(-12), px(-37.5), y(-19.5))
        .close()
        .done(),
      peak,
      [-3, -2],
      [s.lineItem('gleam', pen().move(px(-30), y(-17.5)).cubic(px(-14), y(-21.4), px(8), y(-21.6), px(18), y(-20)).done(), stepped(peak.base, 0.24), 2.4, 0.6)],
    );
    const badge = slide(w, 1.06, 0, yaw);
    const metal = model.tone('accent');
    const by = y(-30.4);
    const bx = (value: number): number => badge.x + value * badge.narrow;
    s.shaded('badge', ellipse(badge.x, by, 7.2 * badge.narrow, 7.2), metal, [-1.5, -1]);
    s.fill(
      'badgeMark',
      pen()
        .move(bx(-2.3), by + 4.2)
        .line(bx(-1.4), by - 2.2)
        .line(bx(1.4), by - 2.2)
        .line(bx(2.3), by + 4.2)
        .close()
        .move(bx(-2.2), by - 3)
        .line(bx(2.2), by - 3)
        .line(bx(2.2), by - 4.4)
        .line(bx(-2.2), by - 4.4)
        .close()
        .done(),
      band.base,
    );
    return s.nodes;
  },
};
