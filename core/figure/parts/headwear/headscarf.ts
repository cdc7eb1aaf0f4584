import { stepped } from '../../../draw/colour.ts';
import { pen } from '../../../draw/path.ts';
import type { Node } from '../../../draw/picture.ts';
import type { FigureModel } from '../../model.ts';
import { profileOf } from '../../profile.ts';
import { Sketch } from '../../sketch.ts';
import { isProfile, outlineX, slide } from '../../turn.ts';
import { onSide, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A wrapped headscarf: drape behind, a ring whose opening slides with the face, an under-scarf at the brow. */
export const headscarf: HeadPart = {
  id: 'headscarf',
  slot: 'headwear',
  behind: {
    cloth: 'accent2',
    dome: [0, -61.5, 31, -57, 47.5, -32, 47, 0, 44, 22, 49, 44, 64, 62, 46, 78, 0, 82],
    folds: [
      [-30, -46, -10, -8, -40, 40],
      [24, -50, 40, -4, 26, 34],
      [-44, 30, 0, 48, 44, 28],
    ],
  },
  name: 'Headscarf',
  hides: 'hair',
  aside: true,
  colours: ['accent2'],
  words: ['hijab', 'scarf', 'cloth'],
  back(model, yaw) {
    const s = new Sketch('scarfBack');
    const k = model.p.headWidth / 41;
    const x = (value: number): number => outlineX(value * k, yaw) - 0.1 * model.p.headWidth * Math.sin(yaw);
    const cloth = model.tone('accent2');
    return s.shaded(
      'drape',
      pen()
        .move(x(0), -60)
        .cubic(x(-33), -60, x(-50), -36, x(-48), -2)
        .cubic(x(-47), 20, x(-48), 40, x(-54), 58)
        .cubic(x(-38), 74, x(38), 74, x(54), 58)
        .cubic(x(48), 40, x(47), 20, x(48), -2)
        .cubic(x(50), -36, x(33), -60, x(0), -60)
        .close()
        .done(),
      { base: stepped(cloth.base, -0.06), shadow: stepped(cloth.shadow, -0.05) },
    ).nodes;
  },
  front(model, yaw) {
    const s = new Sketch('scarf');
    const w = model.p.headWidth;
    const k = w / 41;
    const cloth = model.tone('accent2');
    if (isProfile(yaw)) return aside(model, yaw);
    const x = (value: number): number => outlineX(value * k, yaw);
    const lead = 0.15 * w * Math.sin(yaw);
    const open = (value: number): number => slide(w, 0.92, Math.asin(Math.max(-0.99, Math.min(0.99, value / 44))), yaw).x * 0.98;
    const outer = (p: ReturnType<typeof pen>): ReturnType<typeof pen> =>
      p
        .move(x(0), -61)
        .cubic(x(-32), -61, x(-50), -38, x(-48.5), -4)
        .cubic(x(-48), 18, x(-46), 36, x(-36) + lead, 50)
        .cubic(x(-24) + lead, 62, x(-8) + lead, 66, x(4) + lead, 66)
        .cubic(x(22) + lead, 66, x(38) + lead, 56, x(44) + lead * 0.6, 40)
        .cubic(x(48), 26, x(49), 10, x(48.5), -4)
        .cubic(x(50), -38, x(32), -61, x(0), -61)
        .close();
    const hole = (p: ReturnType<typeof pen>, dx: number, dy: number): ReturnType<typeof pen> =>
      p
        .move(open(0) + dx, -38 + dy)
        .cubic(open(22) + dx, -38 + dy, open(36) + dx, -22 + dy, open(36.5) + dx, -2 + dy)
        .cubic(open(36) + dx, 16 + dy, open(28) + dx, 33 + dy, open(16) + dx, 42 + dy)
        .cubic(open(8) + dx, 48 + dy, open(-8) + dx, 48 + dy, open(-16) + dx, 42 + dy)
        .cubic(open(-28) + dx, 33 + dy, open(-36) + dx, 16 + dy, open(-36.5) + dx, -2 + dy)
        .cubic(open(-36) + dx, -22 + dy, open(-22) + dx, -38 + dy, open(0) + dx, -38 + dy)
        .close();
    const shade = stepped(cloth.base, -0.09);
    s.shaded(
      'under',
      pen()
        .move(open(-37), -14)
        .cubic(open(-33), -33, open(-20), -43, open(0), -43)
        .cubic(open(20), -43, open(33), -33, open(37), -14)
        .cubic(open(31), -28, open(18), -34.5, open(0), -34.5)
        .cubic(open(-18), -34.5, open(-31), -28, open(-37), -14)
        .close()
        .done(),
      { base: stepped(cloth.base, -0.16), shadow: stepped(cloth.shadow, -0.14) },
      [-1.5, -1],
    );
    // The ring with its face opening; the lit shape has its own opening so that the cloth's edge turns inwards.
    const ring = hole(outer(pen()), 0, 0).done();
    const lit = hole(outer(pen()), 0.6, 2.6).done();
    s.nodes.push({
      id: 'scarf.ring',
      base: s.item('ring.base', { path: ring, fill: cloth.shadow, evenOdd: true }),
      items: [
        s.item('ring.lit', { path: lit, fill: cloth.base, evenOdd: true, matrix: [1, 0, 0, 1, -4.5, -2.6] }),
        s.lineItem(
          'fold1',
          pen()
            .move(x(31), -31)
            .cubic(x(45), -8, x(40), 24, x(14) + lead, 47)
            .done(),
          shade,
          2.2,
          0.8,
        ),
        s.lineItem(
          'fold2',
          pen()
            .move(x(-31), 36)
            .cubic(x(-16) + lead, 54, x(10) + lead, 58, x(33) + lead, 45)
            .done(),
          shade,
          2.2,
          0.8,
        ),
        s.lineItem('sheen', pen().move(x(-26), -46).cubic(x(-14), -54, x(6), -56, x(18), -52).done(), stepped(cloth.base, 0.09), 5, 0.55),
      ],
    });
    return s.nodes;
  },
  collar({ model, place }) {
    const s = new Sketch('drape');
    const base = model.colour('accent2');
    const cloth = { base: stepped(base, 0.035), shadow: model.tone('accent2').shadow };
    const q = (x: number, y: number): [number, number] => {
      const at = place(x, y);
      return [at.x, at.y];
    };
    return s.shaded(
      'shoulders',
      pen()
        .move(...q(-43, -12))
        .cubic(...q(-56, 10), ...q(-46, 30), ...q(-20, 36))
        .cubic(...q(0, 42), ...q(30, 42), ...q(46, 26))
        .cubic(...q(55, 10), ...q(52, -4), ...q(42, -14))
        .close()
        .done(),
      cloth,
      [-4, -3],
      [
        s.lineItem(
          'fold',
          pen()
            .move(...q(-40, 6))
            .cubic(...q(-20, 26), ...q(20, 28), ...q(46, 4))
            .done(),
          stepped(base, -0.08),
          2.4,
        ),
      ],
    ).nodes;
  },
};

/** From the side: the opening runs from the brow to under the chin, the cloth turns inwards along it. */
function aside(model: FigureModel, yaw: number): Node[] {
  const s = new Sketch('scarf');
  const side = profileOf(model, yaw, 0);
  const cloth = model.tone('accent2');
  const on = (points: readonly number[]): [number, number][] => onSide(side, points);
  const outer = [40.5, -27, 38, -43, 27, -55, 4, -61.5, -25, -57, -46, -41, -54, -12, -54, 16, -56, 44, -40, 64, -6, 68, 24, 66, 39, 57];
  const opening = [33, 52, 22, 44, 13.5, 28, 10.5, 4, 15, -16, 25, -27, 40.5, -27];
  const shade = stepped(cloth.base, -0.09);
  const strand = (id: string, points: readonly number[], colour: string, width: number, alpha: number) => {
    const [a, b, c, d] = on(points) as [[number, number], [number, number], [number, number], [number, number]];
    return s.lineItem(
      id,
      pen()
        .move(...a)
        .cubic(...b, ...c, ...d)
        .done(),
      colour,
      width,
      alpha,
    );
  };
  s.shaded(
    'under',
    runs(on([38.4, -27, 27, -25, 17, -14, 13, 4]), on([8, 0, 10, -18, 22, -32, 38.4, -34, 38.4, -27])),
    { base: stepped(cloth.base, -0.16), shadow: stepped(cloth.shadow, -0.14) },
    [-1.5, -1],
  );
  s.clipped(
    'ring',
    runs(on(outer), on(opening)),
    cloth,
    [-4.5, -2.6],
    [
      strand('fold1', [30, -44, 2, -36, -12, 10, 16, 46], shade, 2.2, 0.8),
      strand('fold2', [36, 60, 4, 62, -30, 54, -50, 34], shade, 2.2, 0.8),
      strand('fold3', [8, -54, -26, -46, -40, -10, -30, 34], shade, 2, 0.6),
      strand('sheen', [-34, -40, -20, -52, 0, -56, 16, -53], stepped(cloth.base, 0.09), 5, 0.55),
    ],
  );
  return s.nodes;
}
