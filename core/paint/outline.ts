import { CLOSE, CUBIC, LINE, MOVE, QUAD } from '../draw/path.ts';

/**
 * Strokes as filled outlines. A canvas's own stroker works in 32-bit floats on moved coordinates, so a line drawn on
 * a small canvas differs from the same line on a large one by a few levels; an outline whose points are rounded to
 * the painter's grid does not.
 */

/** Segments of a curve grow with the root of its length: the chord's error stays under a tenth of a pixel. */
const PER_ROOT_PIXEL = 1.5;
const MOST_SEGMENTS = 48;
/** Turns sharper than this (radians) get a round join. */
const SHARP = 0.35;

interface Line {
  readonly xs: number[];
  readonly ys: number[];
  closed: boolean;
}

/** Straight pieces of a path given in pixels. */
function flattened(p: Float64Array): Line[] {
  const lines: Line[] = [];
  let line: Line | undefined;
  let x = 0;
  let y = 0;
  const to = (nx: number, ny: number): void => {
    if (!line) return;
    const last = line.xs.length - 1;
    if (Math.abs(nx - (line.xs[last] as number)) + Math.abs(ny - (line.ys[last] as number)) > 1e-3) {
      line.xs.push(nx);
      line.ys.push(ny);
    }
    x = nx;
    y = ny;
  };
  for (let i = 0; i < p.length; ) {
    switch (p[i]) {
      case MOVE:
        x = p[i + 1] as number;
        y = p[i + 2] as number;
        line = { xs: [x], ys: [y], closed: false };
        lines.push(line);
        i += 3;
        break;
      case LINE:
        to(p[i + 1] as number, p[i + 2] as number);
        i += 3;
        break;
      case QUAD:
      case CUBIC: {
        const quad = p[i] === QUAD;
        const [ax, ay, bx, by, ex, ey] = quad
          ? quadAsCubic(x, y, p, i)
          : [p[i + 1] as number, p[i + 2] as number, p[i + 3] as number, p[i + 4] as number, p[i + 5] as number, p[i + 6] as number];
        const length = Math.hypot(ax - x, ay - y) + Math.hypot(bx - ax, by - ay) + Math.hypot(ex - bx, ey - by);
        const n = Math.max(2, Math.min(MOST_SEGMENTS, Math.ceil(Math.sqrt(length) * PER_ROOT_PIXEL)));
        const sx = x;
        const sy = y;
        for (let k = 1; k <= n; k++) {
          const t = k / n;
          const u = 1 - t;
          to(u * u * u * sx + 3 * u * u * t * ax + 3 * u * t * t * bx + t * t * t * ex, u * u * u * sy + 3 * u * u * t * ay + 3 * u * t * t * by + t * t * t * ey);
        }
        i += quad ? 5 : 7;
        break;
      }
      default:
        if (p[i] === CLOSE && line) {
          line.closed = true;
          x = line.xs[0] as number;
          y = line.ys[0] as number;
        }
        i += 1;
    }
  }
  return lines;
}

function quadAsCubic(x: number, y: number, p: Float64Array, i: number): [number, number, number, number, number, number] {
  const [cx, cy, ex, ey] = [p[i + 1] as number, p[i + 2] as number, p[i + 3] as number, p[i + 4] as number];
  return [x + ((cx - x) * 2) / 3, y + ((cy - y) * 2) / 3, ex + ((cx - ex) * 2) / 3, ey + ((cy - ey) * 2) / 3, ex, ey];
}

/**
 * The outline of a stroke of `width` pixels along `points` (path commands in pixels), as MOVE, LINE and CLOSE with
 * every point sent through `snap`. Joins are round, caps round or flat.
 */
export function strokeOutline(points: Float64Array, width: number, roundCaps: boolean, snap: (value: number) => number): Float64Array {
  const out: number[] = [];
  const r = width / 2;
  const capSteps = Math.max(2, Math.min(10, Math.ceil(Math.sqrt(r) * 2.6)));
  for (const line of flattened(points)) {
    const { xs, ys } = line;
    let n = xs.length;
    if (line.closed && n > 2 && Math.hypot((xs[0] as number) - (xs[n - 1] as number), (ys[0] as number) - (ys[n - 1] as number)) < 1e-3) n--;
    if (n < 2) {
      if (roundCaps && n === 1) ring(out, xs[0] as number, ys[0] as number, r, capSteps * 2, snap);
      continue;
    }
    const at = (k: number): number => ((k % n) + n) % n;
    const direction = (k: number): number => Math.atan2((ys[at(k + 1)] as number) - (ys[at(k)] as number), (xs[at(k + 1)] as number) - (xs[at(k)] as number));
    /** One side, its points to the left of the way when `side` is -1. */
    const along = (side: 1 | -1, backwards: boolean): number[] => {
      const pts: number[] = [];
      const put = (k: number, angle: number): void => {
        pts.push((xs[k] as number) + Math.cos(angle) * r, (ys[k] as number) + Math.sin(angle) * r);
      };
      for (let step = 0; step < n; step++) {
        const k = backwards ? n - 1 - step : step;
        const first = !line.closed && k === 0;
        const last = !line.closed && k === n - 1;
        const into = first ? direction(0) : direction(at(k - 1));
        const onward = last ? direction(n - 2) : direction(k);
        let turn = onward - into;
        while (turn > Math.PI) turn -= 2 * Math.PI;
        while (turn < -Math.PI) turn += 2 * Math.PI;
        const normal = (side * Math.PI) / 2;
        const outer = turn * side < 0;
        if (first || last || Math.abs(turn) < SHARP) put(k, into + turn / 2 + normal);
        else if (outer) {
          const pieces = Math.max(1, Math.ceil(Math.abs(turn) / 0.5));
          for (let piece = 0; piece <= pieces; piece++) put(k, into + normal + (turn * (backwards ? pieces - piece : piece)) / pieces);
        } else {
          // The inner side of a sharp turn: through the joint itself, so that no hole opens.
          pts.push(xs[k] as number, ys[k] as number);
        }
      }
      return pts;
    };
    if (line.closed) {
      emit(out, along(1, false), snap);
      emit(out, along(-1, true), snap);
      continue;
    }
    const loop = along(1, false);
    if (roundCaps) arc(loop, xs[n - 1] as number, ys[n - 1] as number, r, direction(n - 2) + Math.PI / 2, capSteps);
    loop.push(...along(-1, true));
    if (roundCaps) arc(loop, xs[0] as number, ys[0] as number, r, direction(0) - Math.PI / 2, capSteps);
    emit(out, loop, snap);
  }
  return Float64Array.from(out);
}

/** Half a turn backwards from `from`, ends left out. */
function arc(out: number[], x: number, y: number, r: number, from: number, steps: number): void {
  for (let k = 1; k < steps; k++) {
    const angle = from - (Math.PI * k) / steps;
    out.push(x + Math.cos(angle) * r, y + Math.sin(angle) * r);
  }
}

function ring(out: number[], x: number, y: number, r: number, steps: number, snap: (value: number) => number): void {
  const pts: number[] = [];
  for (let k = 0; k < steps; k++) pts.push(x + Math.cos((2 * Math.PI * k) / steps) * r, y + Math.sin((2 * Math.PI * k) / steps) * r);
  emit(out, pts, snap);
}

function emit(out: number[], pts: readonly number[], snap: (value: number) => number): void {
  for (let k = 0; k < pts.length; k += 2) out.push(k ? LINE : MOVE, snap(pts[k] as number), snap(pts[k + 1] as number));
  out.push(CLOSE);
}
