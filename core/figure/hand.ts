import type { Point } from '../draw/matrix.ts';
import { pen } from '../draw/path.ts';
import { clamp, mix } from '../time/easing.ts';
import { type Knot, knotAt } from './contour.ts';
import { HAND_SHAPES, type HandShape, type Pose, type Side } from './pose.ts';
import type { Sketch, Tone } from './sketch.ts';

/** A finger in a shape: degrees from the hand's axis (towards the little finger positive), seen length (1 straight, below 0 folded over the palm), and how far it curls to the thumb's side (degrees). */
type Finger = readonly [spread: number, long: number, curl: number];

interface Shape {
  /** Little, ring, middle, index. */
  readonly fingers: readonly [Finger, Finger, Finger, Finger];
  /** Thumb: degrees out from the hand's axis, length, and the turn of its last joint (inwards positive). */
  readonly thumb: Finger;
  /** Whether the palm faces the viewer, 0..1: then the thumb lies on the other side. */
  readonly palm: number;
  /** Seen width: 1 flat, .5 from its edge. */
  readonly wide: number;
}

const FOLDED: Finger = [0, -0.5, 0];

/** Hands as numbers (bodies.md, 5; spread and lengths tuned by eye on sheets). */
export const HANDS: Readonly<Record<HandShape | 'relaxed', Shape>> = {
  relaxed: {
    fingers: [
      [-4, 0.66, 26],
      [-2, 0.74, 26],
      [0, 0.8, 24],
      [2, 0.9, 18],
    ],
    thumb: [16, 0.95, 12],
    palm: 0,
    wide: 0.86,
  },
  open: {
    fingers: [
      [20, 1, 0],
      [7, 1, 0],
      [-3, 1, 0],
      [-13, 1, 0],
    ],
    thumb: [45, 1, -8],
    palm: 1,
    wide: 1,
  },
  back: {
    fingers: [
      [12, 1, 0],
      [4, 1, 0],
      [-2, 1, 0],
      [-8, 1, 0],
    ],
    thumb: [30, 1, 4],
    palm: 0,
    wide: 1,
  },
  edge: {
    fingers: [
      [0, 0.96, 4],
      [0, 1, 4],
      [0, 1, 4],
      [0, 1, 4],
    ],
    thumb: [14, 0.9, 16],
    palm: 0,
    wide: 0.52,
  },
  flat: {
    fingers: [
      [5, 1, 0],
      [1.5, 1, 0],
      [-1, 1, 0],
      [-4, 1, 0],
    ],
    thumb: [30, 1, 6],
    palm: 1,
    wide: 1.05,
  },
  point: { fingers: [FOLDED, FOLDED, FOLDED, [0, 1.16, 0]], thumb: [22, 0.9, 74], palm: 1, wide: 0.92 },
  pinch: {
    fingers: [
      [28, 1, 0],
      [18, 1, 0],
      [8, 0.98, 0],
      [-8, 0.98, 98],
    ],
    thumb: [56, 1.2, 60],
    palm: 1,
    wide: 1,
  },
  thumb: { fingers: [FOLDED, FOLDED, FOLDED, FOLDED], thumb: [64, 1.2, -12], palm: 0, wide: 1 },
  fist: { fingers: [FOLDED, FOLDED, FOLDED, FOLDED], thumb: [26, 0.94, 82], palm: 0, wide: 0.98 },
  grip: {
    fingers: [
      [0, -0.34, 0],
      [0, -0.36, 0],
      [0, -0.36, 0],
      [0, -0.34, 0],
    ],
    thumb: [30, 0.95, 52],
    palm: 0,
    wide: 0.94,
  },
  two: { fingers: [FOLDED, FOLDED, [11, 1.06, 0], [-9, 1.06, 0]], thumb: [22, 0.9, 76], palm: 1, wide: 0.96 },
  three: { fingers: [FOLDED, [14, 1.04, 0], [1, 1.06, 0], [-12, 1.04, 0]], thumb: [22, 0.9, 78], palm: 1, wide: 1 },
  four: {
    fingers: [
      [22, 1, 0],
      [8, 1.02, 0],
      [-5, 1.02, 0],
      [-17, 1, 0],
    ],
    thumb: [20, 0.86, 84],
    palm: 1,
    wide: 1,
  },
  five: {
    fingers: [
      [27, 1.02, 0],
      [11, 1.04, 0],
      [-4, 1.04, 0],
      [-20, 1.02, 0],
    ],
    thumb: [55, 1.08, -10],
    palm: 1,
    wide: 1.04,
  },
  hook: {
    fingers: [
      [16, 0.74, 74],
      [8, 0.78, 70],
      [0, 0.8, 66],
      [-8, 0.78, 60],
    ],
    thumb: [42, 1, 10],
    palm: 1,
    wide: 0.92,
  },
};

/** Roots of little, ring, middle and index finger on the palm, lengths, radii at root and tip, for a hand of 58 units. */
const FINGERS = [
  [-10.8, 23.5, 19.5, 4.3, 3.5],
  [-4, 27, 24.5, 4.6, 3.7],
  [3.4, 27.6, 26.5, 4.7, 3.8],
  [10.5, 25.2, 24.5, 4.6, 3.7],
] as const;

export type HandWeights = Readonly<Partial<Record<HandShape, number>>>;

/** The weights of a pose's hand. */
export function handWeights(pose: Pose, side: Side): HandWeights {
  const out: Partial<Record<HandShape, number>> = {};
  for (const shape of HAND_SHAPES) {
    const weight = pose[`${shape}${side}`];
    if (weight > 0.004) out[shape] = weight;
  }
  return out;
}

/** Mix of hand shapes; what the weights leave is the relaxed hand. */
function blended(weights: HandWeights): Shape & { readonly sum: number } {
  const parts: [Shape, number][] = [];
  let sum = 0;
  for (const shape of HAND_SHAPES) {
    const weight = Math.max(0, weights[shape] ?? 0);
    if (weight === 0) continue;
    parts.push([HANDS[shape], weight]);
    sum += weight;
  }
  const scale = sum > 1 ? 1 / sum : 1;
  parts.push([HANDS.relaxed, Math.max(0, 1 - sum) / scale]);
  const of = (read: (hand: Shape) => number): number => parts.reduce((total, [hand, weight]) => total + read(hand) * weight * scale, 0);
  const finger = (read: (hand: Shape) => Finger): Finger => [of((h) => read(h)[0]), of((h) => read(h)[1]), of((h) => read(h)[2])];
  return {
    fingers: [0, 1, 2, 3].map((n) => finger((h) => h.fingers[n] as Finger)) as unknown as Shape['fingers'],
    thumb: finger((h) => h.thumb),
    palm: of((h) => h.palm),
    wide: of((h) => h.wide),
    sum: Math.min(1, sum),
  };
}

const DEG = Math.PI / 180;
const along = ({ x, y }: Point, way?: Point): Knot => knotAt(x, y, 1, false, way);
/** A hand on its way from back to palm is seen from its edge: never narrower than this. */
const NARROWEST = 0.5;

export interface HandPlace {
  readonly wrist: Point;
  /** The way it points in radians, 0 down, positive to the right. */
  readonly angle: number;
  /** 1 where the thumb is on the picture's right of a hand that hangs with its back to the viewer. */
  readonly thumbSide: 1 | -1;
  /** 1 is an adult's: 58 units from wrist to fingertip. */
  readonly size: number;
  /** Turns the palm to the viewer (1) or away (-1) against what the shape would have. */
  readonly palm?: number;
}

/** A piece of a hand in its own axes, of an adult's size, the wrist at the origin: an outline, or lines in the palm. */
type HandPiece = { readonly name: string; readonly knots: readonly Knot[] } | { readonly lines: readonly (readonly [Point, Point, Point])[] };

const shapes = new Map<string, readonly HandPiece[]>();
/** Hands that are remembered: few shapes are held again and again. */
const MOST_SHAPES = 600;

/** A hand's pieces in painting order; the same for the same weights, palm and side. */
function piecesOf(weights: HandWeights, turned: number, thumbSide: 1 | -1): readonly HandPiece[] {
  let key = `${thumbSide} ${turned}`;
  for (const shape of HAND_SHAPES) if (weights[shape]) key += ` ${shape}${weights[shape]}`;
  let known = shapes.get(key);
  if (!known) {
    if (shapes.size > MOST_SHAPES) shapes.clear();
    shapes.set(key, (known = shaped(blended(weights), turned, thumbSide)));
  }
  return known;
}

/** Fingers, palm and thumb of a mixed hand: `turned` adds to how far its palm is turned to the viewer. */
function shaped(hand: ReturnType<typeof blended>, turned: number, thumbSide: 1 | -1): readonly HandPiece[] {
  const palm = clamp(hand.palm + turned, 0, 1);
  // From back to palm the hand turns about its own axis: it narrows to its edge and widens with the thumb on the other side.
  const facing = mix(1, -1, palm);
  const across = Math.sign(facing || 1) * Math.max(NARROWEST, Math.abs(facing)) * thumbSide * hand.wide;
  const at = (x: number, y: number): Point => ({ x: x * across, y });
  const pieces: HandPiece[] = [];
  const put = (name: string, knots: readonly Knot[]): void => {
    pieces.push({ name, knots });
  };
  const narrow = Math.max(NARROWEST, Math.abs(facing)) * hand.wide;
  /** A way in the hand's own axes as a unit vector. */
  const way = (x: number, y: number): Point => {
    const to = at(x, y);
    const long = Math.hypot(to.x, to.y) || 1;
    return { x: to.x / long, y: to.y / long };
  };
  /** Knots of a tube about its joints, each [x, y, angle (0 on, positive to the thumb), radius]; `on` is 1, or -1 for a tube that comes back. Seen from its edge a finger is as thick as ever, `k` times its width in the palm's axes. */
  const tubed = (joints: readonly (readonly [number, number, number, number])[], on: 1 | -1, k: number): Knot[] => {
    const place = ([x, y, a, r]: readonly [number, number, number, number], across: number, forth: number): Point =>
      at(x + (Math.cos(a) * across + Math.sin(a) * forth) * r * k, y + (Math.cos(a) * forth - Math.sin(a) * across) * r * on);
    const toward = ([, , a]: readonly [number, number, number, number], across: number, forth: number): Point =>
      way(Math.cos(a) * across + Math.sin(a) * forth, (Math.cos(a) * forth - Math.sin(a) * across) * on);
    const [root, mid, tip] = joints as [readonly [number, number, number, number], readonly [number, number, number, number], readonly [number, number, number, number]];
    return [
      along(place(root, -1, 0), toward(root, 0, 1)),
      along(place(mid, -1, 0)),
      along(place(tip, -0.9, 0.44), toward(tip, 0.44, 0.9)),
      along(place(tip, 0, 1)),
      along(place(tip, 0.9, 0.44), toward(tip, 0.44, -0.9)),
      along(place(mid, 1, 0)),
      along(place(root, 1, 0), toward(root, 0, -1)),
      along(place(root, 0, -0.9)),
    ];
  };
  /** A finger from its root: two pieces, the second turned by `curl`; a folded one comes back over the palm. */
  const tube = (x: number, y: number, spread: number, long: number, curl: number, r0: number, r1: number): Knot[] => {
    const a = -spread * DEG;
    const b = a + curl * DEG;
    const on = long < 0 ? -1 : 1;
    const half = Math.abs(long) * 0.5;
    const mid: [number, number] = [x + Math.sin(a) * half, y + Math.cos(a) * half * on];
    const tip: [number, number] = [mid[0] + Math.sin(b) * (half - r1 * 0.5), mid[1] + Math.cos(b) * (half - r1 * 0.5) * on];
    return tubed(
      [
        [x, y, a, r0],
        [...mid, (a + b) / 2, (r0 + r1) / 2 + 0.15],
        [...tip, b, r1],
      ],
      on,
      1 / narrow ** 0.65,
    );
  };
  const finger = (n: number): Knot[] => {
    const [x, y, long, r0, r1] = FINGERS[n] as (typeof FINGERS)[number];
    const [spread, seen, curl] = hand.fingers[n] as Finger;
    const folded = clamp(-seen * 2, 0, 1);
    return tube(x, y + folded * 2.4, spread, long * seen, curl, r0 + folded * 0.5, r1 + folded * 1.1);
  };
  const straight = [0, 1, 2, 3].filter((n) => (hand.fingers[n] as Finger)[1] > 0);
  const rolled = [0, 1, 2, 3].filter((n) => (hand.fingers[n] as Finger)[1] <= 0);
  for (const n of straight) put(`f${n}`, finger(n));
  put(
    'palm',
    [
      [-7.6, -3],
      [-10.4, 4],
      [-13.6, 13],
      [-14.6, 21],
      [-11.4, 26.6],
      [-4, 30],
      [4, 30.4],
      [11, 28.2],
      [14.6, 22],
      [14.4, 13],
      [11.6, 4],
      [7.6, -3],
    ].map(([x, y]) => along(at(x as number, y as number))),
  );
  const lines: [Point, Point, Point][] = [];
  const line = (...points: readonly [readonly [number, number], readonly [number, number], readonly [number, number]]): void =>
    void lines.push(points.map(([x, y]) => at(x, y)) as [Point, Point, Point]);
  const flatness = straight.length === 4 ? Math.min(...straight.map((n) => (hand.fingers[n] as Finger)[1])) : 0;
  if (flatness > 0.9 && narrow > 0.8) {
    if (palm > 0.8) {
      line([12.6, 19], [3, 17.6], [1.6, 6]);
      line([-12, 20], [-2, 25], [8.4, 20.6]);
    } else if (palm < 0.2) for (const n of [1, 2]) line([(FINGERS[n]?.[0] ?? 0) - 2.4, 24.6], [FINGERS[n]?.[0] ?? 0, 22.6], [(FINGERS[n]?.[0] ?? 0) + 2.4, 24.6]);
  }
  if (lines.length) pieces.push({ lines });
  for (const n of rolled) put(`f${n}`, finger(n));
  const [out, long, turn] = hand.thumb;
  // The thumb grows out of the ball at its own side of the palm.
  const a = out * DEG;
  const b = (out - turn) * DEG;
  const root: [number, number] = [9.4, 7.4];
  const mid: [number, number] = [root[0] + Math.sin(a) * 14.6 * long, root[1] + Math.cos(a) * 14.6 * long];
  const tip: [number, number] = [mid[0] + Math.sin(b) * 13 * long, mid[1] + Math.cos(b) * 13 * long];
  put(
    'thumb',
    tubed(
      [
        [...root, a, 6],
        [...mid, (a + b) / 2, 4.9],
        [...tip, b, 4.1],
      ],
      1,
      1 / narrow ** 0.5,
    ),
  );
  return pieces;
}

/**
 * A hand at a wrist. Every finger is a tapered tube with a shade edge of its own, little finger first, so that fingers
 * part without an outline; folded ones lie over the palm; thumb last.
 */
export function drawHand(s: Sketch, id: string, { wrist, angle, thumbSide, size, palm = 0 }: HandPlace, weights: HandWeights, tone: Tone): void {
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  const placed = ({ x, y }: Point): Point => ({ x: wrist.x + (x * cos + y * sin) * size, y: wrist.y + (y * cos - x * sin) * size });
  for (const piece of piecesOf(weights, palm, thumbSide)) {
    if ('lines' in piece) {
      const out = pen();
      for (const line of piece.lines) {
        const [a, b, c] = line.map(placed) as [Point, Point, Point];
        out.move(a.x, a.y).quad(b.x, b.y, c.x, c.y);
      }
      s.line(`${id}.lines`, out.done(), tone.shadow, 1.5 * size);
      continue;
    }
    const knots = piece.knots.map(({ x, y, way }) =>
      knotAt(wrist.x + (x * cos + y * sin) * size, wrist.y + (y * cos - x * sin) * size, 1, false, way && { x: way.x * cos + way.y * sin, y: way.y * cos - way.x * sin }),
    );
    s.outlined(`${id}.${piece.name}`, [knots], tone, 1.9 * size);
  }
}
