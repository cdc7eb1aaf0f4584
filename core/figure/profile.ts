import { type Path, pen } from '../draw/path.ts';
import { clamp, mix } from '../time/easing.ts';
import type { FigureModel } from './model.ts';
import type { MouthNumbers } from './mouth.ts';
import { profileShare } from './turn.ts';

type Point = readonly [number, number];

/** A head from the side, looking to the picture's right: mirrored by `x` for the other way. Units of the head, origin at its middle. */
export interface Profile {
  /** 1 looks to the picture's right, -1 to its left. */
  readonly facing: 1 | -1;
  readonly share: number;
  /** A head's plain coordinates (forwards positive; half width 41.5, chin at 50) on this head. */
  x(value: number): number;
  y(value: number): number;
  /** How far forward the face's contour is at a height (both on this head, forwards positive). */
  edge(y: number): number;
  /** The nose's tip, forwards positive. */
  readonly tip: Point;
  /** Where the lips meet the contour, forwards positive. */
  readonly lips: { readonly upper: Point; readonly lower: Point; readonly meet: Point };
  readonly path: Path;
}

type Lips = Pick<MouthNumbers, 'upper' | 'lower' | 'width' | 'round' | 'bite'>;
const SHUT: Lips = { upper: 0, lower: 0, width: 11, round: 0, bite: 0 };

/**
 * The contour of a head from the side with its own brow, nose, lips and chin (bodies.md, 7). `drop` is how far the chin
 * is down; `mouth` how the lips are; a nose is 5 units shorter where the drawing from the side begins.
 */
export function profileOf(model: FigureModel, yaw: number, drop: number, mouth: Lips = SHUT): Profile {
  const { p, features } = model;
  const facing = yaw < 0 ? -1 : 1;
  const share = profileShare(yaw);
  const k = p.headWidth / 41.5;
  const q = p.headHeight / 49;
  const { nose, head } = features;
  const size = (1 + p.elder * 0.08) * mix(0.74, 1, p.grown);
  const [bridge, tipX, tipY] = nose.side.map((value) => value * size) as [number, number, number];
  const strong = p.grown * (0.8 + (p.jaw - 1) * 8);
  const n = p.noseY + nose.drop * 0.6;
  const m = p.mouthY;
  // Rounded lips come forward; an open mouth parts them.
  const pout = mouth.round * clamp((11 - mouth.width) / 6, 0, 1) * 3.2;
  const full = 0.9 + features.mouth.full * 2.6;
  const up = mouth.upper * 0.9;
  const down = mouth.lower * 0.78;
  const chinX = (p.chin - 2.5) * 0.7 + (head.blunt - 0.2) * 9 + strong * 0.5 - (1 - p.grown) * 2.6;
  const bottom = 50 + head.drop + p.chin * 0.6 + drop / q;
  const upper: Point = [42 + full * 0.5 + pout, m - up - 2.2];
  const lower: Point = [41 + full * 0.42 + pout * 0.9 - mouth.bite * 1.6, m + down + 3];
  const meet: Point = [40.6 + pout * 0.8, m + (down - up) / 2];
  // The forehead of a child stands out over a short nose.
  const child = 1 - p.grown;
  const tip: Point = [36.6 + 13.2 * size + tipX - 5 * (1 - share), n + 1 + tipY];
  const face: readonly Point[] = [
    [6, -50],
    [25, -44.6],
    [35.8 + child, -32.5],
    [38.4 + child * 1.6, -20],
    [38.8 + strong * 1.2 + child * 0.6, p.eyeY - 14],
    [36.6 + bridge * 0.16, p.eyeY - 4],
    [36.6 + 4.2 * size + bridge, mix(p.eyeY - 4, n, 0.48)],
    tip,
    [tip[0] - 1.8 * size, n + 5.2 + tipY * 0.8],
    [41, n + 7.4 + tipY * 0.4],
  ];
  const lipTop: readonly Point[] = [face.at(-1) as Point, [41.2 + pout * 0.3, (n + 7.4 + upper[1]) / 2], upper, meet];
  const rest: readonly Point[] = [
    meet,
    lower,
    [38.2 + pout * 0.4, lower[1] + 5.2],
    [39.6 + chinX, mix(lower[1] + 5.2, bottom, 0.46)],
    [37 + chinX * 0.8, bottom - 2.4],
    [29, bottom + 0.4],
    [14, bottom - 3.4],
    [-6, 41.5 + drop * 0.3],
    [-19, 33],
    [-33, 22],
    [-43, 6],
    [-46.6, -13],
    [-41, -32],
    [-27, -44.6],
    [-10, -50],
    [6, -50],
  ];
  const X = (value: number): number => facing * value * k;
  const Y = (value: number): number => value * q;
  // Features keep their own heights; brow, crown and jaw scale with the head.
  const on = ([x, y]: Point): Point => [X(x), y < -20 || y > 40 ? Y(y) : y];
  const out = pen().move(...on(face[0] as Point));
  for (const run of [face, lipTop, rest]) out.through(run.map(on));
  const front = [...face, ...lipTop.slice(1), ...rest.slice(1, 6)].map(([x, y]): Point => [x * k, y < -20 || y > 40 ? Y(y) : y]);
  return {
    facing,
    share,
    x: X,
    y: Y,
    edge: (y) => {
      for (let i = 1; i < front.length; i++) {
        const [a, b] = [front[i - 1] as Point, front[i] as Point];
        if (y <= b[1]) return mix(a[0], b[0], clamp((y - a[1]) / Math.max(0.01, b[1] - a[1]), 0, 1));
      }
      return (front.at(-1) as Point)[0];
    },
    tip: [tip[0] * k, tip[1]],
    lips: { upper: [upper[0] * k, upper[1] + 2.2], lower: [lower[0] * k, lower[1] - 3], meet: [meet[0] * k, meet[1]] },
    path: out.close().done(),
  };
}
