import type { Point } from '../draw/matrix.ts';
import { blankPath, CLOSE, CUBIC, MOVE, type Path } from '../draw/path.ts';

/** A point of an outline. */
export interface Knot extends Point {
  /** How far it moves with the lit side, 0 (stays) .. 1; 1 if left out. */
  readonly lit?: number | undefined;
  /** The outline has a corner here. */
  readonly corner?: boolean | undefined;
  /** The way it takes here as a unit vector, where neighbours do not tell it: along a bone that goes over into a round end. */
  readonly way?: Point | undefined;
}

/** A knot, made alike whatever it says: a figure has thousands, and objects of many makes are slow to read. */
export const knotAt = (x: number, y: number, lit = 1, corner = false, way?: Point): Knot => ({ x, y, lit, corner, way });
/** A point at which an outline has a corner. */
export const cornerAt = ({ x, y }: Point): Knot => knotAt(x, y, 1, true);

/** Handles reach so far along their piece: a third keeps a round round and never makes a loop. */
const HANDLE = 0.35;
/** Where the light comes from: upper left (design.md, 10), as long as 1. */
const LIGHT = { x: -0.876, y: -0.482 } as const;

/** Room to work in, so that an outline leaves nothing behind but its path: an outline has at most so many knots. */
const MOST = 256;
const xs = new Float64Array(MOST);
const ys = new Float64Array(MOST);
const ux = new Float64Array(MOST);
const uy = new Float64Array(MOST);
const long = new Float64Array(MOST);
const corners = new Uint8Array(MOST);

/**
 * Takes an outline into the room, with unit directions at its knots: they lean to the nearer neighbour, as a parabola
 * through three unevenly spaced points has it.
 */
function take(knots: readonly Knot[], dx: number, dy: number): number {
  const count = Math.min(MOST, knots.length);
  for (let n = 0; n < count; n++) {
    const knot = knots[n] as Knot;
    const lit = dx === 0 && dy === 0 ? 0 : (knot.lit ?? 1);
    xs[n] = knot.x + dx * lit;
    ys[n] = knot.y + dy * lit;
    corners[n] = knot.corner ? 1 : 0;
  }
  measure(count);
  for (let n = 0; n < count; n++) {
    const way = (knots[n] as Knot).way;
    if (way) {
      ux[n] = way.x;
      uy[n] = way.y;
      continue;
    }
    const before = n === 0 ? count - 1 : n - 1;
    const next = n + 1 === count ? 0 : n + 1;
    const l0 = long[before] as number;
    const l1 = long[n] as number;
    const x = xs[n] as number;
    const y = ys[n] as number;
    const tx = (((xs[next] as number) - x) / l1) * l0 + ((x - (xs[before] as number)) / l0) * l1;
    const ty = (((ys[next] as number) - y) / l1) * l0 + ((y - (ys[before] as number)) / l0) * l1;
    const size = Math.sqrt(tx * tx + ty * ty);
    ux[n] = size < 1e-6 ? 0 : tx / size;
    uy[n] = size < 1e-6 ? 0 : ty / size;
  }
  return count;
}

/** Lengths of the pieces from each knot to the next. */
function measure(count: number): void {
  for (let n = 0; n < count; n++) {
    const next = n + 1 === count ? 0 : n + 1;
    const dx = (xs[next] as number) - (xs[n] as number);
    const dy = (ys[next] as number) - (ys[n] as number);
    long[n] = Math.max(1e-3, Math.sqrt(dx * dx + dy * dy));
  }
}

/** Numbers of a path through so many knots. */
const lengthOf = (count: number): number => 3 + count * 7 + 1;

/** Writes the outline in the room into a path from a place on; the place after it. */
function write(out: Path, from: number, count: number): number {
  out[from] = MOVE;
  out[from + 1] = xs[0] as number;
  out[from + 2] = ys[0] as number;
  let at = from + 3;
  for (let n = 0; n < count; n++) {
    const next = n + 1 === count ? 0 : n + 1;
    const size = long[n] as number;
    const reach = size * HANDLE;
    const x = xs[n] as number;
    const y = ys[n] as number;
    const nx = xs[next] as number;
    const ny = ys[next] as number;
    const straightX = (nx - x) / size;
    const straightY = (ny - y) / size;
    out[at] = CUBIC;
    out[at + 1] = x + (corners[n] ? straightX : (ux[n] as number)) * reach;
    out[at + 2] = y + (corners[n] ? straightY : (uy[n] as number)) * reach;
    out[at + 3] = nx - (corners[next] ? straightX : (ux[next] as number)) * reach;
    out[at + 4] = ny - (corners[next] ? straightY : (uy[next] as number)) * reach;
    out[at + 5] = nx;
    out[at + 6] = ny;
    at += 7;
  }
  out[at] = CLOSE;
  return at + 1;
}

/** A closed outline through knots, smooth but at corners, every knot moved by its share of (dx, dy). */
export function contour(knots: readonly Knot[], dx = 0, dy = 0): Path {
  const count = take(knots, dx, dy);
  const path = blankPath(lengthOf(count));
  write(path, 0, count);
  return path;
}

/** The outline in the room moves in by `shade` units on the side away from the light; `knots` are those it was taken from. */
function light(knots: readonly Knot[], count: number, shade: number): void {
  let area = 0;
  for (let n = 0; n < count; n++) {
    const next = n + 1 === count ? 0 : n + 1;
    area += (xs[n] as number) * (ys[next] as number) - (xs[next] as number) * (ys[n] as number);
  }
  // Outward normals: to the right of the way where the outline goes clockwise on the screen (area positive, y down). The
  // lit outline is so near that it goes the same ways.
  const out = area > 0 ? 1 : -1;
  const half = shade / 2;
  for (let n = 0; n < count; n++) {
    const by = half * ((knots[n] as Knot).lit ?? 1);
    xs[n] = (xs[n] as number) + by * (LIGHT.x - out * (uy[n] as number));
    ys[n] = (ys[n] as number) + by * (LIGHT.y + out * (ux[n] as number));
  }
  measure(count);
}

/**
 * Outlines as one shape and its lit side: the same outlines, drawn in by `shade` units on the side away from the light,
 * and not at all on the side towards it, so that no clip is needed. A knot's `lit` is its share of that.
 */
export function outlined(pieces: readonly (readonly Knot[])[], shade: number): { readonly shape: Path; readonly lit: Path } {
  let length = 0;
  for (const knots of pieces) length += lengthOf(Math.min(MOST, knots.length));
  const [shape, lit] = [blankPath(length), blankPath(length)];
  let at = 0;
  for (const knots of pieces) {
    const count = take(knots, 0, 0);
    write(shape, at, count);
    light(knots, count, shade);
    at = write(lit, at, count);
  }
  return { shape, lit };
}

/** A fold in cloth: a leaf from `from` to `to`, thickest before its middle, bent to one side by `bend`. */
export function leaf(from: Point, to: Point, thick: number, bend = 0): Path {
  const long = Math.max(1e-3, Math.hypot(to.x - from.x, to.y - from.y));
  const [nx, ny] = [(to.y - from.y) / long, -(to.x - from.x) / long];
  const mid = { x: from.x + (to.x - from.x) * 0.42 + nx * bend, y: from.y + (to.y - from.y) * 0.42 + ny * bend };
  const half = thick / 2;
  return contour([cornerAt(from), knotAt(mid.x + nx * half, mid.y + ny * half), cornerAt(to), knotAt(mid.x - nx * half, mid.y - ny * half)]);
}

/** How thick a limb is: at shares of its bone the way from it to its one and its other side. */
export type Girth = readonly (readonly [along: number, one: number, other: number])[];

export interface Fleshed {
  /** Which side of the bone is the one: 1 the picture's right of a bone that hangs down, -1 its left. */
  readonly side: 1 | -1;
  /** Its far end is cut across, bulging by so much; round if left out. */
  readonly cut?: number;
  /** How far a knot moves with the light, by its place along the bone. */
  readonly lit?: (along: number) => number;
}

/** A bone in the flesh: an outline about the line from `a` to `b` that swells and narrows, round at `a` and, unless cut, at `b`. */
export function fleshed(a: Point, b: Point, girth: Girth, { side, cut = 0, lit }: Fleshed): Knot[] {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const long = Math.max(1e-3, Math.hypot(dx, dy));
  const [ux, uy] = [dx / long, dy / long];
  const [nx, ny] = [uy * side, -ux * side];
  const knots: Knot[] = [];
  const put = (along: number, off: number, beyond: number, corner = false, way?: Point): void => {
    knots.push(knotAt(a.x + dx * along + ux * beyond + nx * off, a.y + dy * along + uy * beyond + ny * off, lit?.(along) ?? 1, corner, way));
  };
  const [down, up]: [Point, Point] = [
    { x: ux, y: uy },
    { x: -ux, y: -uy },
  ];
  const first = girth[0] as Girth[number];
  const last = girth.at(-1) as Girth[number];
  put(first[0], (first[1] - first[2]) / 2, -(first[1] + first[2]) / 2);
  put(first[0], first[1] * 0.71, -first[1] * 0.71);
  for (const row of girth) put(row[0], row[1], 0, cut > 0 && row === last, row === first || row === last ? down : undefined);
  if (cut > 0) put(last[0], (last[1] - last[2]) / 2, cut);
  else {
    put(last[0], last[1] * 0.71, last[1] * 0.71);
    put(last[0], (last[1] - last[2]) / 2, (last[1] + last[2]) / 2);
    put(last[0], -last[2] * 0.71, last[2] * 0.71);
  }
  for (let n = girth.length - 1; n >= 0; n--) {
    const row = girth[n] as Girth[number];
    put(row[0], -row[2], 0, cut > 0 && row === last, row === first || row === last ? up : undefined);
  }
  put(first[0], -first[2] * 0.71, -first[2] * 0.71);
  return knots;
}
