import type { Point } from '../draw/matrix.ts';
import { CLOSE, CUBIC, MOVE, type Path } from '../draw/path.ts';

/** A point of an outline. */
export interface Knot extends Point {
  /** How far it moves with the lit side, 0 (stays) .. 1; 1 if left out. */
  readonly lit?: number;
  /** The outline has a corner here. */
  readonly corner?: boolean;
  /** The way it takes here as a unit vector, where neighbours do not tell it: along a bone that goes over into a round end. */
  readonly way?: Point;
}

/** Handles reach so far along their piece: a third keeps a round round and never makes a loop. */
const HANDLE = 0.35;
/** Where the light comes from: upper left (design.md, 10), as long as 1. */
const LIGHT = { x: -0.876, y: -0.482 } as const;

/** Knots with the direction of the outline at each. */
interface Outline {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly corner: Uint8Array;
  readonly ways: readonly (Point | undefined)[];
}

/** Unit directions of a closed outline at its knots: they lean to the nearer neighbour, as a parabola through three unevenly spaced points has it. */
function directions({ x, y, ways }: Outline): { ux: Float64Array; uy: Float64Array; long: Float64Array } {
  const count = x.length;
  const [ux, uy, long] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  for (let n = 0; n < count; n++) {
    const next = n + 1 === count ? 0 : n + 1;
    long[n] = Math.max(1e-3, Math.hypot((x[next] as number) - (x[n] as number), (y[next] as number) - (y[n] as number)));
  }
  for (let n = 0; n < count; n++) {
    const before = n === 0 ? count - 1 : n - 1;
    const next = n + 1 === count ? 0 : n + 1;
    const [l0, l1] = [long[before] as number, long[n] as number];
    const tx = (((x[next] as number) - (x[n] as number)) / l1) * l0 + (((x[n] as number) - (x[before] as number)) / l0) * l1;
    const ty = (((y[next] as number) - (y[n] as number)) / l1) * l0 + (((y[n] as number) - (y[before] as number)) / l0) * l1;
    const size = Math.hypot(tx, ty);
    const way = ways[n];
    ux[n] = way ? way.x : size < 1e-6 ? 0 : tx / size;
    uy[n] = way ? way.y : size < 1e-6 ? 0 : ty / size;
  }
  return { ux, uy, long };
}

const outlineOf = (knots: readonly Knot[], dx: number, dy: number): Outline => {
  const [x, y, corner] = [new Float64Array(knots.length), new Float64Array(knots.length), new Uint8Array(knots.length)];
  for (let n = 0; n < knots.length; n++) {
    const knot = knots[n] as Knot;
    const lit = knot.lit ?? 1;
    x[n] = knot.x + dx * lit;
    y[n] = knot.y + dy * lit;
    corner[n] = knot.corner ? 1 : 0;
  }
  return { x, y, corner, ways: knots.map(({ way }) => way) };
};

function drawn(outline: Outline): Path {
  const { x, y, corner } = outline;
  const { ux, uy, long } = directions(outline);
  const count = x.length;
  const out = new Float32Array(3 + count * 7 + 1);
  out[0] = MOVE;
  out[1] = x[0] as number;
  out[2] = y[0] as number;
  let at = 3;
  for (let n = 0; n < count; n++) {
    const next = n + 1 === count ? 0 : n + 1;
    const size = long[n] as number;
    const reach = size * HANDLE;
    const straightX = ((x[next] as number) - (x[n] as number)) / size;
    const straightY = ((y[next] as number) - (y[n] as number)) / size;
    out[at] = CUBIC;
    out[at + 1] = (x[n] as number) + (corner[n] ? straightX : (ux[n] as number)) * reach;
    out[at + 2] = (y[n] as number) + (corner[n] ? straightY : (uy[n] as number)) * reach;
    out[at + 3] = (x[next] as number) - (corner[next] ? straightX : (ux[next] as number)) * reach;
    out[at + 4] = (y[next] as number) - (corner[next] ? straightY : (uy[next] as number)) * reach;
    out[at + 5] = x[next] as number;
    out[at + 6] = y[next] as number;
    at += 7;
  }
  out[at] = CLOSE;
  return out;
}

/** A closed outline through knots, smooth but at corners, every knot moved by its share of (dx, dy). */
export const contour = (knots: readonly Knot[], dx = 0, dy = 0): Path => drawn(outlineOf(knots, dx, dy));

/**
 * The lit side of a shape: the same outline, drawn in by `shade` units on the side away from the light, and not at all
 * on the side towards it, so that no clip is needed. A knot's `lit` is its share of that.
 */
export function litContour(knots: readonly Knot[], shade: number): Path {
  const outline = outlineOf(knots, 0, 0);
  const { ux, uy } = directions(outline);
  const { x, y } = outline;
  const count = x.length;
  let area = 0;
  for (let n = 0; n < count; n++) {
    const next = n + 1 === count ? 0 : n + 1;
    area += (x[n] as number) * (y[next] as number) - (x[next] as number) * (y[n] as number);
  }
  // Outward normals: to the right of the way where the outline goes clockwise on the screen (area positive, y down).
  const out = area > 0 ? 1 : -1;
  const half = shade / 2;
  const moved: Outline = { x: new Float64Array(count), y: new Float64Array(count), corner: outline.corner, ways: outline.ways };
  for (let n = 0; n < count; n++) {
    const by = half * ((knots[n] as Knot).lit ?? 1);
    moved.x[n] = (x[n] as number) + by * (LIGHT.x - out * (uy[n] as number));
    moved.y[n] = (y[n] as number) + by * (LIGHT.y + out * (ux[n] as number));
  }
  return drawn(moved);
}

/** A fold in cloth: a leaf from `from` to `to`, thickest before its middle, bent to one side by `bend`. */
export function leaf(from: Point, to: Point, thick: number, bend = 0): Path {
  const long = Math.max(1e-3, Math.hypot(to.x - from.x, to.y - from.y));
  const [nx, ny] = [(to.y - from.y) / long, -(to.x - from.x) / long];
  const mid = { x: from.x + (to.x - from.x) * 0.42 + nx * bend, y: from.y + (to.y - from.y) * 0.42 + ny * bend };
  const half = thick / 2;
  return contour([
    { ...from, corner: true },
    { x: mid.x + nx * half, y: mid.y + ny * half },
    { ...to, corner: true },
    { x: mid.x - nx * half, y: mid.y - ny * half },
  ]);
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
    knots.push({ x: a.x + dx * along + ux * beyond + nx * off, y: a.y + dy * along + uy * beyond + ny * off, lit: lit?.(along) ?? 1, corner, ...(way ? { way } : {}) });
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
