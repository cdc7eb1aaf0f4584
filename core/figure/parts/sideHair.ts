import { dice } from '../../draw/hash.ts';
import { ellipse, joined, type Path, pen } from '../../draw/path.ts';
import type { Node } from '../../draw/picture.ts';
import type { FigureModel } from '../model.ts';
import { type Profile, profileOf } from '../profile.ts';
import { Sketch } from '../sketch.ts';
import { onSide, type Points, plait, rope, runs } from './hairKit.ts';
import type { SideHair } from './part.ts';

/** The line of hair that clears the ear, from the nape to the brow. */
export const CLEARS_EAR: Points = [-30, 22, -20, 17, -15.5, 11, -14, -3, -7, -9, 2, -5, 4.5, 6, 8.6, 2, 11, -10, 17, -20, 26, -27, 33.5, -31];
/** Hair cut short behind, `lift` units over the skull, its front `forward` beyond the hairline. */
export const shortOuter = (lift: number, forward = 0): Points => [
  33.5,
  -31,
  36 + lift * 0.4 + forward,
  -40 - lift * 0.3 - forward * 0.5,
  25 + forward * 0.7,
  -47.5 - lift * 0.9 - forward * 0.8,
  4,
  -51.5 - lift,
  -22,
  -48.5 - lift * 0.9,
  -41 - lift * 0.6,
  -34 - lift * 0.4,
  -47.5 - lift * 0.8,
  -13,
  -44 - lift * 0.7,
  8,
  -34,
  25,
];

/** Points drawn towards the head's middle: strands that follow the outline. */
const inwards = (points: readonly [number, number][], side: Profile, by: number): [number, number][] => {
  const [x0, y0] = [side.x(-5), side.y(-12)];
  return points.map(([x, y]) => [x0 + (x - x0) * by, y0 + (y - y0) * by]);
};
const through = (points: readonly [number, number][]): Path => {
  const out = pen().move(...(points[0] as [number, number]));
  for (let n = 1; n + 1 < points.length; n++) {
    const [a, b] = [points[n] as [number, number], points[n + 1] as [number, number]];
    const end = n + 2 === points.length ? b : ([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const);
    out.quad(a[0], a[1], end[0], end[1]);
  }
  return out.done();
};

/** Curls along a line, so close that their edge is scalloped. */
function scallops(points: readonly [number, number][], r: number, facing: 1 | -1): Path[] {
  const chance = dice(points.length * 31);
  const out: Path[] = [];
  let left = 0;
  for (let n = 1; n < points.length; n++) {
    const [a, b] = [points[n - 1] as [number, number], points[n] as [number, number]];
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
    for (; left < long; left += r * 1.25) {
      const t = left / long;
      const size = r * (0.88 + chance.next() * 0.3);
      out.push(ellipse(a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, size, -facing * size));
    }
    left -= long;
  }
  return out;
}

/** The highest that hair comes out from under a hat. */
const BRIM = -4;
/** A tail that would begin under a hat is tied lower. */
export const belowBrim = (points: Points): number[] => points.map((value, n) => (n % 2 && value < BRIM ? BRIM + (value - BRIM) * 0.12 : value));

/** Hair of a head that is drawn from the side: what lies before it, and what lies behind head and shoulders; `covered` by a hat. */
export function sideHair(model: FigureModel, yaw: number, make: SideHair, covered: boolean): { front: Node[]; back: Node[] } {
  const side = profileOf(model, yaw, 0);
  const front = new Sketch('hair');
  const back = new Sketch('hairBack');
  const { hair } = model;
  if (make.behind) {
    const points = onSide(side, make.behind);
    back.shaded(
      'mass',
      runs([...points, points[0] as [number, number]]),
      hair,
      [-4.5, -2.5],
      [back.lineItem('fall', through(inwards(points.slice(0, 5), side, 0.9)), hair.deep, 2, 0.5)],
    );
  }
  const ropes = (before: boolean): void => {
    for (const [n, tail] of (make.ropes ?? []).entries()) {
      if (!!tail.before !== before) continue;
      const s = before ? front : back;
      const points = onSide(side, covered ? belowBrim(tail.points) : tail.points);
      if (tail.plaited) plait({ model, s }, `tail${n}`, points, tail.root, tail.plaited);
      else s.shaded(`tail${n}`, rope(points, tail.root, tail.tip), hair, [-3.6, -2.4]);
      const [x, y] = points[0] as [number, number];
      if (tail.band) s.fill(`band${n}`, ellipse(x, y, 7.4, 8.4), model.colour('accent'));
    }
  };
  ropes(false);
  for (const [n, [x, y, r]] of (make.knots ?? []).entries()) {
    const at = [side.x(x), side.y(y)] as const;
    back.shaded(`knot${n}`, ellipse(...at, r, r * 0.94), hair, [-4, -2.6], [back.lineItem(`turn${n}`, ellipse(at[0] - 2, at[1], r * 0.5, r * 0.46), hair.deep, 2, 0.5)]);
  }
  if (make.shade) {
    const path = runs(onSide(side, make.shade.outer), onSide(side, [...make.shade.line, ...make.shade.outer.slice(0, 2)]));
    front.inside('shaved', side.path, [front.fillItem('shade', path, hair.base, 0.5)]);
  }
  if (make.outer && make.line) {
    const outer = onSide(side, make.outer);
    const line = [...onSide(side, make.line), outer[0] as [number, number]];
    const whole = make.pointed ? corners(outer, line) : runs(outer, line);
    const path = make.curls
      ? joined(whole, ...scallops(outer, make.curls, side.facing), ...scallops(line.slice(Math.floor(line.length * 0.7)), make.curls * 0.72, side.facing))
      : whole;
    const crown = outer.slice(1, Math.max(4, Math.ceil(outer.length * 0.72)));
    const details: Node[] = make.curls
      ? rings(front, side, outer, hair)
      : [
          front.lineItem('sheen', through(inwards(crown.slice(1, 4), side, 0.84)), hair.sheen, 4.6, 0.5),
          front.lineItem('a', through(inwards(crown, side, 0.76)), hair.deep, 1.9, 0.5),
          front.lineItem('b', through(inwards(crown.slice(1), side, 0.58)), hair.deep, 1.9, 0.42),
        ];
    // Strands follow the outline inside it; a clip keeps those of thin hair off the skin.
    front.clipped('mass', path, hair, [-4, -2.5], details);
  }
  ropes(true);
  return { front: front.nodes, back: back.nodes };
}

/** An outline of straight locks, its hairline smooth. */
function corners(outer: readonly [number, number][], line: readonly [number, number][]): Path {
  const out = pen().move(...(outer[0] as [number, number]));
  for (let n = 1; n < outer.length; n++) {
    const [a, b] = [outer[n - 1] as [number, number], outer[n] as [number, number]];
    // Locks bend a little outwards.
    out.quad((a[0] + b[0]) / 2 + (b[1] - a[1]) * 0.12, (a[1] + b[1]) / 2 - (b[0] - a[0]) * 0.12, b[0], b[1]);
  }
  for (const [x, y] of line) out.line(x, y);
  return out.close().done();
}

function rings(s: Sketch, side: Profile, outer: readonly [number, number][], hair: FigureModel['hair']): Node[] {
  const chance = dice(17);
  return Array.from({ length: 12 }, (_, n) => {
    const [x, y] = inwards([outer[1 + (n % Math.max(1, outer.length - 3))] as [number, number]], side, 0.45 + chance.next() * 0.45)[0] as [number, number];
    return s.lineItem(
      `ring${n}`,
      pen()
        .move(x - 4, y + 2)
        .cubic(x - 3, y - 3.5, x + 3, y - 3.5, x + 3.6, y + 1)
        .done(),
      n % 3 ? hair.deep : hair.sheen,
      1.8,
      0.55,
    );
  });
}
