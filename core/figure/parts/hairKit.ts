import { type Path, pen, smoothLoop } from '../../draw/path.ts';
import type { Item, Node } from '../../draw/picture.ts';
import { headPath } from '../face.ts';
import type { FigureModel } from '../model.ts';
import type { Profile } from '../profile.ts';
import { limbPath, Sketch } from '../sketch.ts';
import { hairX, outlineX, trailX } from '../turn.ts';

/** Points x y, x y, … in head units: half width 41.5, crown at -50, chin at 50. */
export type Points = readonly number[];

/** Maps a head's plain coordinates to the turned head of a figure. */
export interface HeadFrame {
  readonly model: FigureModel;
  readonly yaw: number;
  readonly s: Sketch;
  /** Points of the silhouette; points over the face, which slide; points of what hangs behind. */
  edge(x: number): number;
  slide(x: number, y?: number): number;
  trail(x: number): number;
  y(value: number): number;
  /** Points x y, x y … of the silhouette, and of what lies over the face. */
  over(points: Points): [number, number][];
  on(points: Points): [number, number][];
}

/** Half width of the skull (1 is the head's) at a height; the same curve as the head's outline. */
function skullHalf(y: number): number {
  if (y > -5) return 0.985;
  let [low, high] = [0, 1];
  for (let n = 0; n < 14; n++) {
    const t = (low + high) / 2;
    const u = 1 - t;
    const at = u * u * u * -50 + 3 * u * u * t * -50 + 3 * u * t * t * -33 + t * t * t * -5;
    if (at < y) low = t;
    else high = t;
  }
  const t = low;
  const u = 1 - t;
  return 0.985 * (3 * u * u * t * 0.58 + 3 * u * t * t + t * t * t);
}

export function headFrame(model: FigureModel, yaw: number, prefix: string): HeadFrame {
  const w = model.p.headWidth;
  const k = w / 41.5;
  const q = model.p.headHeight / 49;
  const frame: HeadFrame = {
    model,
    yaw,
    s: new Sketch(prefix),
    edge: (x) => outlineX(x * k, yaw),
    slide: (x, y) => {
      const at = hairX(x * k, 60, w, yaw);
      // A hairline lies on the head: where the turn would carry it past the edge it goes round it.
      const most = outlineX(Math.sign(at) * (y === undefined ? 1.1 : skullHalf(y)) * w, yaw);
      return at > 0 ? Math.min(at, most) : Math.max(at, most);
    },
    trail: (x) => trailX(x * k, w, yaw),
    y: (value) => value * q,
    over: (points) => pairs(points).map(([x, y]) => [frame.edge(x), frame.y(y)]),
    on: (points) => pairs(points).map(([x, y]) => [frame.slide(x), frame.y(y)]),
  };
  return frame;
}

/** A closed shape of smooth runs that meet in corners; each run begins where the one before ended. */
export function runs(...list: readonly (readonly [number, number][])[]): Path {
  const first = list[0]?.[0] as [number, number];
  const out = pen().move(first[0], first[1]);
  let last = first;
  for (const run of list) {
    const points = last === run[0] ? run : [last, ...run];
    out.through(points);
    last = points.at(-1) as [number, number];
  }
  return out.close().done();
}

export function pairs(points: Points): [number, number][] {
  const out: [number, number][] = [];
  for (let n = 0; n + 1 < points.length; n += 2) out.push([points[n] as number, points[n + 1] as number]);
  return out;
}

/** Points on a head that is seen from the side. */
export const onSide = (side: Profile, points: Points): [number, number][] => pairs(points).map(([x, y]) => [side.x(x), side.y(y)]);

/** A symmetric loop from its right half, top to bottom. */
export function mirrored(points: Points, x: (value: number) => number, y: (value: number) => number = (v) => v): Path {
  const half = pairs(points);
  const left = half.toReversed().filter(([px]) => px !== 0);
  return smoothLoop([...half.flatMap(([px, py]) => [x(px), y(py)]), ...left.flatMap(([px, py]) => [x(-px), y(py)])]);
}

/** Hair behind the head, from its right half. */
export function backMass(model: FigureModel, yaw: number, half: Points, details: (f: HeadFrame) => Node[] = () => []): Node[] {
  const f = headFrame(model, yaw, 'hairBack');
  return f.s.shaded('mass', mirrored(half, f.trail, f.y), model.hair, [-4.5, -2.5], details(f)).nodes;
}

export interface Cap {
  /** Silhouette from the left temple over the crown to the right one; several runs meet in corners. */
  readonly outer: Points | readonly Points[];
  /** Hairline from the right temple back to the left one. */
  readonly line: Points;
}

/** Path of a cap of hair over the front of the head. */
export function capPath(f: HeadFrame, { outer, line }: Cap): Path {
  const list = (typeof outer[0] === 'number' ? [outer] : outer) as readonly Points[];
  const over = list.map((run) => pairs(run).map(([x, y]): [number, number] => [f.edge(x), f.y(y)]));
  const inner = pairs(line).map(([x, y]): [number, number] => [f.slide(x, y), f.y(y)]);
  return runs(...over, [...inner, over[0]?.[0] as [number, number]]);
}

/** A cap with its shade along the forehead, a sheen and whatever more. */
export function cap(f: HeadFrame, shape: Cap, details: readonly Node[] = [], sheen: Points = [-30, -39, -14, -52, 12, -51]): void {
  const path = capPath(f, shape);
  f.s.clipped('cap', path, f.model.hair, [-4, -2.5], [...(sheen.length ? [strand(f, 'sheen', sheen, 'sheen', 5, 0.5)] : []), ...details]);
}

/** A line in the hair through points. */
export function strand(f: HeadFrame, id: string, points: Points, tone: 'deep' | 'sheen' | 'shadow', width = 2, alpha = 0.65): Item {
  const list = pairs(points);
  const out = pen().move(f.slide(list[0]?.[0] as number), f.y(list[0]?.[1] as number));
  if (list.length === 3) {
    const [, a, b] = list as [number, number][];
    out.quad(f.slide((a as [number, number])[0]), f.y((a as [number, number])[1]), f.slide((b as [number, number])[0]), f.y((b as [number, number])[1]));
  } else for (const [x, y] of list.slice(1)) out.line(f.slide(x), f.y(y));
  return f.s.lineItem(id, out.done(), f.model.hair[tone], width, alpha);
}

/** A rope of hair along points: thick at its root, thin at its tip. */
export function rope(points: readonly [number, number][], root: number, tip: number): Path {
  const smooth: { x: number; y: number }[] = [];
  const at = (n: number): [number, number] => points[Math.max(0, Math.min(points.length - 1, n))] as [number, number];
  for (let n = 0; n + 1 < points.length; n++)
    for (let step = 0; step < 4; step++) {
      const t = step / 4;
      const mixed = (i: 0 | 1): number => {
        const [p, a, b, c] = [at(n - 1)[i], at(n)[i], at(n + 1)[i], at(n + 2)[i]];
        return a + 0.5 * t * (b - p + t * (2 * p - 5 * a + 4 * b - c + t * (3 * (a - b) + c - p)));
      };
      smooth.push({ x: mixed(0), y: mixed(1) });
    }
  const [x, y] = points.at(-1) as [number, number];
  smooth.push({ x, y });
  return limbPath(
    smooth,
    smooth.map((_, n) => root + (tip - root) * (n / (smooth.length - 1)) ** 1.6),
    false,
  );
}

/** What lies on the skin of the head, kept inside its outline. */
export function onSkin(f: HeadFrame, items: readonly Node[]): void {
  f.s.inside('skin', headPath(f.model, f.yaw, 0), items);
}

/** A plait: overlapping lobes along points, and the lines where they cross. */
export function plait(f: Pick<HeadFrame, 'model' | 's'>, id: string, points: readonly [number, number][], wide: number, count: number): void {
  const lobes: { x: number; y: number; r: number; dx: number; dy: number }[] = [];
  for (let n = 0; n < count; n++) {
    const t = (n / Math.max(1, count - 1)) * (points.length - 1);
    const i = Math.min(points.length - 2, Math.floor(t));
    const [a, b] = [points[i] as [number, number], points[i + 1] as [number, number]];
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    lobes.push({ x: a[0] + (b[0] - a[0]) * (t - i), y: a[1] + (b[1] - a[1]) * (t - i), r: wide * (1 - (0.34 * n) / count), dx: (b[0] - a[0]) / long, dy: (b[1] - a[1]) / long });
  }
  for (const [n, { x, y, r, dx, dy }] of lobes.entries()) {
    const side = n % 2 ? 1 : -1;
    const at = (u: number, v: number): [number, number] => [x + dx * u - dy * v * side, y + dy * u + dx * v * side];
    f.s.shaded(
      `${id}.lobe${n}`,
      smoothLoop([...at(-r * 0.95, -r * 0.5), ...at(-r * 0.5, r * 0.9), ...at(r * 0.5, r * 0.75), ...at(r * 1.05, -r * 0.1), ...at(r * 0.3, -r * 0.95)]),
      f.model.hair,
      [-1.6, -1.2],
    );
  }
}
