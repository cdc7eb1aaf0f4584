import { mapPath, type Path } from '../../../draw/path.ts';
import { clamp } from '../../../time/easing.ts';
import { jawHalf, MOUTH_RADIUS, mouthShift } from '../../face.ts';
import type { FigureModel } from '../../model.ts';
import { chinDrop, type MouthNumbers } from '../../mouth.ts';
import { profileOf } from '../../profile.ts';
import { isProfile, YAW } from '../../turn.ts';
import { runs } from '../hairKit.ts';

export interface LowerFace {
  /** Half width of the lips as they are, and how far the chin is down. */
  readonly lips: number;
  readonly drop: number;
  readonly mouthY: number;
  /** A point about the mouth's middle, bent round the lower face. */
  at(x: number, y: number): [number, number];
  bend(path: Path): Path;
}

/** The lower face as the lips see it: what grows there moves with jaw and corners. */
export function lowerFace(model: FigureModel, yaw: number, mouth: MouthNumbers): LowerFace {
  const w = model.p.headWidth;
  const radius = w * MOUTH_RADIUS;
  const shift = mouthShift(w, yaw);
  const y0 = model.p.mouthY;
  const side = isProfile(yaw) ? profileOf(model, yaw, chinDrop(mouth), mouth) : undefined;
  const at = (x: number, y: number): [number, number] => {
    // From the side the near half is seen, from the contour inwards.
    if (side) return [side.facing * (side.edge(y0 + y) + (x * side.facing < 0 ? -Math.abs(x) * 0.85 : Math.min(1.4, Math.abs(x)))), y0 + y];
    const angle = Math.asin(clamp(x / radius, -0.98, 0.98)) + YAW * yaw;
    return [radius * Math.sin(clamp(angle, -1.5, 1.5)) + shift, y0 + y];
  };
  return {
    lips: (6 + mouth.width * 0.5) * model.features.mouth.width,
    drop: chinDrop(mouth),
    mouthY: y0,
    at,
    bend: (path) =>
      mapPath(path, (x, y) => {
        const [px, py] = at(x, y);
        return { x: px, y: py };
      }),
  };
}

/** A point of the face's outline between ear and chin, at a share of that curve. */
function jawAt(half: readonly [number, number][], t: number): [number, number] {
  const [a, b, c, d] = half.slice(2, 6) as [[number, number], [number, number], [number, number], [number, number]];
  const u = 1 - t;
  const mixed = (k: 0 | 1): number => u ** 3 * a[k] + 3 * u * u * t * b[k] + 3 * u * t * t * c[k] + t ** 3 * d[k];
  return [mixed(0), mixed(1)];
}

/** Where an outline from top to bottom is at a height. */
function edgeAt(outline: readonly [number, number][], y: number): number {
  for (let n = 1; n < outline.length; n++) {
    const [a, b] = [outline[n - 1] as [number, number], outline[n] as [number, number]];
    if (y <= b[1]) return a[0] + ((b[0] - a[0]) * clamp(y - a[1], 0, b[1] - a[1])) / Math.max(0.1, b[1] - a[1]);
  }
  return (outline.at(-1) as [number, number])[0];
}

interface Beard {
  readonly grow: number;
  readonly top: number;
  readonly long: number;
  readonly inner: readonly (readonly [number, number])[];
  readonly point?: number;
}

/** A beard from the side: from before the ear along the jaw, `long` under the chin, round the lips on the contour. */
function beardAside(model: FigureModel, yaw: number, mouth: MouthNumbers, { grow, top, long, inner, point = 0 }: Beard): Path {
  const drop = chinDrop(mouth);
  const side = profileOf(model, yaw, drop, mouth);
  const X = (value: number): number => side.facing * value;
  const bottom = side.y(50) + model.features.head.drop + model.p.chin * 0.6 + drop;
  const before = (x: number, y: number): [number, number] => [X(x), y];
  const outer = [
    before(4, top + 4),
    before(1.5, 14),
    before(-3 - grow * 0.3, 32),
    before(4, 41 + grow * 0.9 + drop * 0.4),
    before(18 + point * 6, bottom - 2 + long * 0.6),
    before(33 + grow * 0.3, bottom + long),
    before(side.edge(bottom - 6) + grow * 0.9, bottom - 6 + long * 0.34),
    before(side.edge(model.p.mouthY + 12 + drop) + grow * 0.5 + 0.4, model.p.mouthY + 12 + drop),
  ];
  // The edge towards the mouth, from the middle of the face to the sideburn: it goes round the head's side.
  const lip = inner.toReversed().map(([x, y]): [number, number] => {
    const edge = side.edge(y);
    return before(edge + 0.6 - (edge + 0.6 - 8) * Math.min(1, Math.abs(x) / 38.5) ** 1.5, y);
  });
  return runs(
    [...outer, ...(inner.at(-1)?.[0] === 0 ? [before(side.edge(inner.at(-1)?.[1] as number) + 0.8, inner.at(-1)?.[1] as number)] : [])],
    [...lip, outer[0] as [number, number]],
  );
}

/**
 * A beard along the jaw: `grow` beyond the face's outline, from `top` (the sideburn's height), down to `long` under
 * the chin; `inner` is its edge towards the mouth, from the right sideburn to the middle, in head units.
 */
export function beardPath(model: FigureModel, yaw: number, mouth: MouthNumbers, { grow, top, long, inner, point = 0 }: Beard): Path {
  if (isProfile(yaw)) return beardAside(model, yaw, mouth, { grow, top, long, inner, point });
  const face = lowerFace(model, yaw, mouth);
  const side = (out: 1 | -1): [number, number][] => {
    const half = jawHalf(model, yaw, face.drop, out);
    // Round the far edge no ear hides where it begins.
    const near = Math.sign(yaw) === out ? 1 - Math.min(1, Math.abs(Math.sin(yaw)) * 1.5) : 1;
    const [, , ear, , , chin, , tip] = half as [number, number][] & { length: 8 };
    const g = (p: readonly [number, number], dx: number, dy: number): [number, number] => [p[0] + out * dx, p[1] + dy];
    // On the face's own outline, so that nothing of it stands off a cheek that is turned away.
    return [
      g(ear as [number, number], grow * 0.2 * near - 1.6 * (1 - near), top + 5),
      g(jawAt(half, 0.34), grow * 0.5, 0),
      g(jawAt(half, 0.68), grow * 0.8, 0.5),
      g(chin as [number, number], grow - 1, 1 + long * 0.45),
      [(tip as [number, number])[0] * (1 - point) + (tip as [number, number])[0] * point * 0.5, (tip as [number, number])[1] + long],
    ];
  };
  const right = side(1);
  const left = side(-1).toReversed();
  /** The edge towards the mouth on a side: bent round the lower face, and never beyond the beard's own outline. */
  const inwards = (out: 1 | -1, outline: readonly [number, number][]): [number, number][] =>
    inner.map(([x, y]) => {
      const at = Math.abs(x) > 26 ? face.at(26 * out, 0)[0] + (Math.abs(x) - 26) * out : face.at(x * out, 0)[0];
      const most = edgeAt(outline, y) * out - 0.4;
      return [Math.min(at * out, most) * out, y];
    });
  const lip = inwards(1, right);
  const mirroredLip = inwards(-1, left.toReversed());
  return runs([...right, ...left.slice(1)], [...mirroredLip, ...lip.toReversed().slice(inner.at(-1)?.[0] === 0 ? 1 : 0), right[0] as [number, number]]);
}

/** Inner edge of a beard grown down from the sideburns and close round a mouth at height y, in head units. */
export const besideMouth = (y: number): readonly (readonly [number, number])[] => [
  [38.5, -4],
  [35, y - 18],
  [27, y - 9],
  [17, y - 9],
  [7, y - 7],
  [0, y - 6],
];
