import { stepped } from '../draw/colour.ts';
import { along, type Point, translation } from '../draw/matrix.ts';
import { joined, type Path, pen } from '../draw/path.ts';
import { moved, type Node } from '../draw/picture.ts';
import { contour, fleshed, type Knot } from './contour.ts';
import type { FigureModel } from './model.ts';
import type { ShoeStyle } from './parts/part.ts';
import type { Side } from './pose.ts';
import type { Leg } from './skeleton.ts';
import { Sketch } from './sketch.ts';

/** Seen from a little above: depth shows as so much height (bodies.md, 6). */
const ABOVE = 0.34;
/** Height of the ankle over the floor as built, units. */
const ANKLE = 18;

/** The ball of the foot is so far before the ankle, as the skeleton rolls over it. */
const BALL = 20;

/** The foot as a solid: half ellipses along it from heel to toe. Place before the ankle, half width, height of the instep (bodies.md, 6). */
const SECTIONS: readonly (readonly [ahead: number, half: number, height: number])[] = [
  [-12.5, 5.4, 9.5],
  [-9.5, 9, 17],
  [-2, 10.2, 20.5],
  [8, 10.6, 19.5],
  [18, 11.5, 14.4],
  [27, 11, 10.4],
  [33, 6.6, 7],
];

/** Convex hull of points, clockwise on the screen (Andrew's monotone chain). */
function hullOf(points: readonly Point[]): Point[] {
  const sorted = points.toSorted((a, b) => a.x - b.x || a.y - b.y);
  const turn = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const half = (list: readonly Point[]): Point[] => {
    const out: Point[] = [];
    for (const point of list) {
      while (out.length >= 2 && turn(out.at(-2) as Point, out.at(-1) as Point, point) <= 0) out.pop();
      out.push(point);
    }
    out.pop();
    return out;
  };
  return [...half(sorted), ...half(sorted.toReversed())];
}

/** A hull thinned to knots that lie at least so far apart, so that its outline is smooth. */
function smoothed(points: readonly Point[], apart: number): Knot[] {
  const out: Point[] = [];
  for (const point of points) {
    const last = out.at(-1);
    if (!last || Math.hypot(point.x - last.x, point.y - last.y) >= apart) out.push(point);
  }
  return out;
}

const feet = new WeakMap<FigureModel, Map<string, readonly Node[]>>();
/** Feet that are remembered of one character: those of who stands are the same all along, those of a walk come again. */
const MOST_FEET = 120;

/** A foot with its shoe: a solid that turns with the toes and rolls over heel and ball. */
export function drawFoot(s: Sketch, model: FigureModel, leg: Leg, style: ShoeStyle, side: Side): void {
  let known = feet.get(model);
  if (!known) feet.set(model, (known = new Map()));
  const key = `${side} ${leg.toeAngle} ${leg.pitch}`;
  let nodes = known.get(key);
  if (!nodes) {
    if (known.size > MOST_FEET) known.clear();
    known.set(key, (nodes = footNodes(model, leg, style, side)));
  }
  const at = translation(leg.ankle.x, leg.ankle.y);
  for (const node of nodes) s.nodes.push(moved(node, at));
  if (style.top < -8) drawShaft(s, model, leg, style);
}

/** A foot about its ankle. */
function footNodes(model: FigureModel, leg: Pick<Leg, 'toeAngle' | 'pitch'>, style: ShoeStyle, side: Side): readonly Node[] {
  const s = new Sketch(`leg${side}`);
  const { p } = model;
  const tone = style.skin ? model.skinTone : model.tone('shoes');
  const k = p.foot;
  const [sin, cos] = [Math.sin(leg.toeAngle), Math.cos(leg.toeAngle)];
  const [roll, rise] = [Math.sin(leg.pitch), Math.cos(leg.pitch)];
  /** A point of the solid: before the ankle, beside the foot's axis (to the picture's right of toes at the viewer), over the floor. */
  const on = (ahead: number, across: number, height: number): Point => {
    // The heel comes up by the pitch, about the ankle.
    const a = ahead * k;
    const h = height - ANKLE;
    // Toes bend where they touch the floor: what is before the ball lies flat while the heel is up.
    const bent = roll > 0 && a > BALL;
    const reach = bent ? BALL : a;
    const forth = reach * rise + (bent ? -ANKLE : h) * roll + (bent ? a - BALL : 0);
    const up = -reach * roll + (bent ? -ANKLE * rise + height : h * rise);
    return { x: forth * sin + across * k * cos, y: (forth * cos - across * k * sin) * ABOVE - up };
  };
  const { top, wide, toe } = style;
  const low = top > 0 ? 0.82 : 1;
  const points: Point[] = [];
  const sole: Point[] = [];
  for (const [ahead, half, height] of SECTIONS) {
    const at = ahead > 20 ? ahead + toe * 0.7 : ahead;
    const w = half + wide * 0.4;
    const h = Math.max(7, height * (ahead < 12 ? low : 1));
    for (const [x, y] of [
      [-1, 0],
      [-0.94, 0.42],
      [-0.66, 0.8],
      [0, 1],
      [0.66, 0.8],
      [0.94, 0.42],
      [1, 0],
    ] as const)
      points.push(on(at, w * x, 1.6 + h * y));
    for (const x of [-1, 1]) sole.push(on(at, (w + 0.7) * x, 0), on(at, (w + 0.7) * x, style.thick * 0.55));
  }
  if (style.sole !== 'none')
    s.fill('sole', contour(smoothed(hullOf(sole), 3)), style.sole === 'light' ? '#f3efe6' : stepped(style.skin ? model.colour('shoes') : tone.base, -0.12));
  const upper = smoothed(hullOf(points), 3.4);
  s.outlined('shoe', [upper], tone, 4.2 * k);
  const lines = (id: string, width: number, colour: string, ...list: readonly (readonly (readonly [number, number, number])[])[]): void => {
    const out: Path[] = list.map((points3) => {
      const at = points3.map(([a, b, c]) => on(a, b, c));
      const first = at[0] as Point;
      const path = pen().move(first.x, first.y);
      if (at.length === 3)
        path.quad(
          (at[1] as Point).x * 2 - ((at[0] as Point).x + (at[2] as Point).x) / 2,
          (at[1] as Point).y * 2 - ((at[0] as Point).y + (at[2] as Point).y) / 2,
          (at[2] as Point).x,
          (at[2] as Point).y,
        );
      else for (const point of at.slice(1)) path.line(point.x, point.y);
      return path.done();
    });
    s.line(id, joined(...out), colour, width);
  };
  if (style.skin && !style.straps)
    lines(
      'toes',
      1.3,
      tone.shadow,
      ...[-5.4, -1.6, 2.2, 5.6].map(
        (x) =>
          [
            [33 + toe * 0.6 - Math.abs(x) * 0.5, x, 3.4],
            [28, x * 1.05, 6.6],
          ] as const,
      ),
    );
  if (style.laces)
    lines(
      'laces',
      1.7,
      '#f3efe6',
      [
        [9, -4.6, 18.6],
        [11, 0, 20.4],
        [9, 4.6, 18.6],
      ],
      [
        [14.5, -4.6, 15.6],
        [16.5, 0, 17.4],
        [14.5, 4.6, 15.6],
      ],
    );
  if (style.straps)
    lines(
      'straps',
      4,
      model.colour('shoes'),
      [
        [0, -10, 12],
        [6, 0, 20.6],
        [0, 10, 12],
      ],
      [
        [20, -10.4, 6],
        [24, 0, 12.6],
        [20, 10.4, 6],
      ],
    );
  if (style.cap) {
    const cap: Point[] = [];
    for (const [ahead, half, height] of SECTIONS.slice(5))
      for (const [x, y] of [
        [-0.96, 0.12],
        [-0.7, 0.72],
        [0, 0.9],
        [0.7, 0.72],
        [0.96, 0.12],
      ] as const)
        cap.push(on(ahead + toe * 0.7, half * x, 1.6 + height * y));
    s.fill('toe', contour(smoothed(hullOf(cap), 3)), style.cap === 'light' ? '#f3efe6' : stepped(tone.base, -0.07));
  }
  if (top >= -8 && style.cuff)
    lines('cuff', 3.4, stepped(tone.base, 0.08), [
      [-9, -7.6, 18.5],
      [2, 0, 21.5],
      [-9, 7.6, 18.5],
    ]);
  return s.nodes;
}

/** The shaft of a boot: up along the shin, open round the leg. */
function drawShaft(s: Sketch, { p, tone: toneOf, skinTone }: FigureModel, leg: Leg, style: ShoeStyle): void {
  const k = p.foot;
  const tone = style.skin ? skinTone : toneOf('shoes');
  const long = Math.max(1, Math.hypot(leg.knee.x - leg.ankle.x, leg.knee.y - leg.ankle.y));
  const tall = Math.min(0.9, (-style.top * Math.max(0.7, p.shin / 92)) / long);
  const end = along(leg.ankle, leg.knee, tall);
  const r = Math.max(10 * k, p.legEnd * 0.86) + style.wide * 0.8;
  const from = { x: leg.ankle.x + Math.sin(leg.toeAngle) * 1.5, y: leg.ankle.y + 2 };
  const knots = fleshed(
    from,
    end,
    [
      [0, r * 0.94, r * 0.94],
      [1, r + 1.5, r + 1.5],
    ],
    { side: 1, cut: 1.4 },
  );
  s.outlined('shaft', [knots], tone, 4.4 * k);
  const at = (off: number, back: number): Point => {
    const [ux, uy] = [(end.x - from.x) / Math.max(1, Math.hypot(end.x - from.x, end.y - from.y)), (end.y - from.y) / Math.max(1, Math.hypot(end.x - from.x, end.y - from.y))];
    return { x: end.x - ux * back + uy * off, y: end.y - uy * back - ux * off };
  };
  const rim = (back: number): Path => {
    const [a, m, b] = [at(-r - 1.4, back), at(0, back - 2.4), at(r + 1.4, back)];
    return pen().move(a.x, a.y).quad(m.x, m.y, b.x, b.y).done();
  };
  if (style.cuff) s.line('cuff', rim(2), stepped(tone.base, 0.08), 4);
  else s.line('rim', rim(2.4), stepped(tone.base, -0.09), 1.8);
  if (style.laces) {
    const side = Math.sin(leg.toeAngle) * r * 0.5;
    const list: Path[] = [];
    for (const back of [7, 13]) {
      const [a, b] = [at(side - 4.5, back), at(side + 4.5, back - 1)];
      list.push(pen().move(a.x, a.y).line(b.x, b.y).done());
    }
    s.line('laces2', joined(...list), '#f3efe6', 1.7);
  }
}
