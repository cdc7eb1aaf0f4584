import type { Matrix, Point } from './matrix.ts';

/**
 * A path as one flat array of commands: M x y | L x y | Q cx cy x y | C c1x c1y c2x c2y x y | Z.
 * Plain numbers, so that a path can be compared, hashed, moved to a worker and written as SVG.
 */
export type Path = Float32Array;

export const MOVE = 0;
export const LINE = 1;
export const QUAD = 2;
export const CUBIC = 3;
export const CLOSE = 4;
/** Numbers that follow each command. */
export const ARGUMENTS = [2, 2, 4, 6, 0] as const;

/** Paths are cut from sheets of so many numbers, the longest but a few from none. */
const SHEET = 1024;
let sheet = new Float32Array(SHEET);
let used = 0;

/**
 * A path of so many numbers, all 0, to be written by who asks. It is a view into a sheet that it shares with the paths
 * made before and after it: an array of its own costs a microsecond, ten times as much as the numbers of a figure's
 * part (measured in V8, which gets the memory of each from outside its heap). So nobody hands over its `buffer`.
 */
export function blankPath(length: number): Path {
  if (length > SHEET / 4) return new Float32Array(length);
  if (used + length > SHEET) {
    sheet = new Float32Array(SHEET);
    used = 0;
  }
  const path = new Float32Array(sheet.buffer, used * Float32Array.BYTES_PER_ELEMENT, length);
  used += length;
  return path;
}

/** A path from its commands and numbers. */
export function pathOf(numbers: readonly number[]): Path {
  const path = blankPath(numbers.length);
  for (let n = 0; n < numbers.length; n++) path[n] = numbers[n] as number;
  return path;
}

/** Handle length that makes four cubics a circle (error 0.03 %). */
const KAPPA = 0.5522847498;

/** Writes a path step by step. */
export class Pen {
  private readonly out: number[] = [];

  move(x: number, y: number): this {
    this.out.push(MOVE, x, y);
    return this;
  }
  line(x: number, y: number): this {
    this.out.push(LINE, x, y);
    return this;
  }
  quad(cx: number, cy: number, x: number, y: number): this {
    this.out.push(QUAD, cx, cy, x, y);
    return this;
  }
  cubic(ax: number, ay: number, bx: number, by: number, x: number, y: number): this {
    this.out.push(CUBIC, ax, ay, bx, by, x, y);
    return this;
  }
  close(): this {
    this.out.push(CLOSE);
    return this;
  }
  /** Appends a finished path as it is. */
  add(path: Path): this {
    for (let n = 0; n < path.length; n++) this.out.push(path[n] as number);
    return this;
  }
  /** A circular arc from angle `from` by `sweep` radians, joined to the current point by a line. */
  arc(cx: number, cy: number, radius: number, from: number, sweep: number): this {
    const steps = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 2) - 1e-6));
    const part = sweep / steps;
    const handle = (4 / 3) * Math.tan(part / 4) * radius;
    for (let step = 0; step < steps; step++) {
      const a = from + part * step;
      const b = a + part;
      this.cubic(
        cx + radius * Math.cos(a) - handle * Math.sin(a),
        cy + radius * Math.sin(a) + handle * Math.cos(a),
        cx + radius * Math.cos(b) + handle * Math.sin(b),
        cy + radius * Math.sin(b) - handle * Math.cos(b),
        cx + radius * Math.cos(b),
        cy + radius * Math.sin(b),
      );
    }
    return this;
  }
  /** Smoothly on through points, the first of which is where the pen is (Catmull-Rom; its ends are free). */
  through(points: readonly (readonly [number, number])[]): this {
    const at = (n: number): readonly [number, number] => points[Math.max(0, Math.min(points.length - 1, n))] as readonly [number, number];
    for (let n = 0; n + 1 < points.length; n++) {
      const [p, a, b, c] = [at(n - 1), at(n), at(n + 1), at(n + 2)];
      this.cubic(a[0] + (b[0] - p[0]) / 6, a[1] + (b[1] - p[1]) / 6, b[0] - (c[0] - a[0]) / 6, b[1] - (c[1] - a[1]) / 6, b[0], b[1]);
    }
    return this;
  }
  done(): Path {
    return pathOf(this.out);
  }
}

export const pen = (): Pen => new Pen();

export function ellipse(cx: number, cy: number, rx: number, ry = rx): Path {
  const kx = rx * KAPPA;
  const ky = ry * KAPPA;
  return pen()
    .move(cx - rx, cy)
    .cubic(cx - rx, cy - ky, cx - kx, cy - ry, cx, cy - ry)
    .cubic(cx + kx, cy - ry, cx + rx, cy - ky, cx + rx, cy)
    .cubic(cx + rx, cy + ky, cx + kx, cy + ry, cx, cy + ry)
    .cubic(cx - kx, cy + ry, cx - rx, cy + ky, cx - rx, cy)
    .close()
    .done();
}

export function roundedRect(x: number, y: number, width: number, height: number, radius: number): Path {
  const r = Math.min(radius, width / 2, height / 2);
  const k = r * (1 - KAPPA);
  const [right, bottom] = [x + width, y + height];
  return pen()
    .move(x + r, y)
    .line(right - r, y)
    .cubic(right - k, y, right, y + k, right, y + r)
    .line(right, bottom - r)
    .cubic(right, bottom - k, right - k, bottom, right - r, bottom)
    .line(x + r, bottom)
    .cubic(x + k, bottom, x, bottom - k, x, bottom - r)
    .line(x, y + r)
    .cubic(x, y + k, x + k, y, x + r, y)
    .close()
    .done();
}

export const rect = (x: number, y: number, width: number, height: number): Path => polygon([x, y, x + width, y, x + width, y + height, x, y + height]);

/** A closed straight-sided shape from x y pairs. */
export function polygon(points: readonly number[]): Path {
  const out = pen().move(points[0] as number, points[1] as number);
  for (let index = 2; index < points.length; index += 2) out.line(points[index] as number, points[index + 1] as number);
  return out.close().done();
}

/**
 * A closed smooth loop through points (Catmull-Rom to Bezier; tension 1 is the usual sixth).
 * `points` are x y pairs.
 */
export function smoothLoop(points: readonly number[], tension = 1): Path {
  const count = points.length / 2;
  const px = (index: number): number => points[(((index % count) + count) % count) * 2] as number;
  const py = (index: number): number => points[(((index % count) + count) % count) * 2 + 1] as number;
  const k = tension / 6;
  const out = pen().move(px(0), py(0));
  for (let i = 0; i < count; i++)
    out.cubic(
      px(i) + (px(i + 1) - px(i - 1)) * k,
      py(i) + (py(i + 1) - py(i - 1)) * k,
      px(i + 1) - (px(i + 2) - px(i)) * k,
      py(i + 1) - (py(i + 2) - py(i)) * k,
      px(i + 1),
      py(i + 1),
    );
  return out.close().done();
}

/** An open smooth line through x y pairs, ends free. */
export function smoothLine(points: readonly number[]): Path {
  const count = points.length / 2;
  const at = (index: number, axis: number): number => points[Math.min(count - 1, Math.max(0, index)) * 2 + axis] as number;
  const out = pen().move(at(0, 0), at(0, 1));
  for (let i = 0; i < count - 1; i++)
    out.cubic(
      at(i, 0) + (at(i + 1, 0) - at(i - 1, 0)) / 6,
      at(i, 1) + (at(i + 1, 1) - at(i - 1, 1)) / 6,
      at(i + 1, 0) - (at(i + 2, 0) - at(i, 0)) / 6,
      at(i + 1, 1) - (at(i + 2, 1) - at(i, 1)) / 6,
      at(i + 1, 0),
      at(i + 1, 1),
    );
  return out.done();
}

/**
 * A tapered capsule from `a` (radius ra) to `b` (radius rb): the limb of every figure. The sides are the outer
 * tangents of the two circles, so that a limb's outline meets its joint's circle without a corner.
 */
export function capsule(a: Point, ra: number, b: Point, rb: number): Path {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const length = Math.hypot(dx, dy);
  if (length <= Math.abs(ra - rb) + 1e-6) {
    const big = ra > rb ? a : b;
    return ellipse(big.x, big.y, Math.max(ra, rb));
  }
  const along = Math.atan2(dy, dx);
  const open = Math.acos((ra - rb) / length);
  const start = along + open;
  const out = pen().move(a.x + ra * Math.cos(start), a.y + ra * Math.sin(start));
  out.arc(a.x, a.y, ra, start, 2 * (Math.PI - open));
  out.line(b.x + rb * Math.cos(along - open), b.y + rb * Math.sin(along - open));
  out.arc(b.x, b.y, rb, along - open, 2 * open);
  return out.close().done();
}

/** Several paths as one (filled by the non-zero rule). */
export function joined(...paths: readonly Path[]): Path {
  let length = 0;
  for (const path of paths) length += path.length;
  const out = blankPath(length);
  let at = 0;
  for (const path of paths) for (let n = 0; n < path.length; n++) out[at++] = path[n] as number;
  return out;
}

/** A copy with every point sent through `point`. */
export function mapPath(path: Path, point: (x: number, y: number) => Point): Path {
  const out = blankPath(path.length);
  for (let index = 0; index < path.length; ) {
    const command = path[index] as number;
    out[index++] = command;
    for (let pair = (ARGUMENTS[command] as number) / 2; pair > 0; pair--) {
      const mapped = point(path[index] as number, path[index + 1] as number);
      out[index++] = mapped.x;
      out[index++] = mapped.y;
    }
  }
  return out;
}

export const transformPath = (path: Path, m: Matrix): Path => mapPath(path, (x, y) => ({ x: m[0] * x + m[2] * y + m[4], y: m[1] * x + m[3] * y + m[5] }));

/** Chords of a curve when its length is measured. */
const CHORDS = 12;

/** Straight pieces of a path as x y pairs, one list for each line that is drawn without lifting the pen. */
function chords(path: Path): number[][] {
  const lines: number[][] = [];
  let line: number[] = [];
  let [x, y, startX, startY] = [0, 0, 0, 0];
  const go = (nx: number, ny: number): void => {
    line.push(nx, ny);
    [x, y] = [nx, ny];
  };
  for (let index = 0; index < path.length; ) {
    const command = path[index++] as number;
    const [a, b, c, d, e, f] = path.subarray(index, index + 6) as unknown as [number, number, number, number, number, number];
    index += ARGUMENTS[command] as number;
    if (command === MOVE) {
      lines.push((line = [a, b]));
      [x, y, startX, startY] = [a, b, a, b];
    } else if (command === LINE) go(a, b);
    else if (command === CLOSE) go(startX, startY);
    else {
      const [px, py] = [x, y];
      for (let n = 1; n <= CHORDS; n++) {
        const t = n / CHORDS;
        const u = 1 - t;
        if (command === QUAD) go(u * u * px + 2 * u * t * a + t * t * c, u * u * py + 2 * u * t * b + t * t * d);
        else go(u ** 3 * px + 3 * u * u * t * a + 3 * u * t * t * c + t ** 3 * e, u ** 3 * py + 3 * u * u * t * b + 3 * u * t * t * d + t ** 3 * f);
      }
    }
  }
  return lines;
}

/** The first `share` (0..1) of a path's length, in straight pieces: what a pen has drawn so far. */
export function trimmed(path: Path, share: number): Path {
  const lines = chords(path);
  const long = (line: readonly number[], n: number): number => Math.hypot((line[n] as number) - (line[n - 2] as number), (line[n + 1] as number) - (line[n - 1] as number));
  let left = share * lines.reduce((sum, line) => sum + line.reduce((part, _, n) => (n >= 2 && n % 2 === 0 ? part + long(line, n) : part), 0), 0);
  const out = pen();
  for (const line of lines) {
    if (left <= 0) break;
    out.move(line[0] as number, line[1] as number);
    for (let n = 2; n < line.length && left > 0; n += 2) {
      const step = long(line, n);
      const part = step > left ? left / step : 1;
      out.line(
        (line[n - 2] as number) + ((line[n] as number) - (line[n - 2] as number)) * part,
        (line[n - 1] as number) + ((line[n + 1] as number) - (line[n - 1] as number)) * part,
      );
      left -= step;
    }
  }
  return out.done();
}

/** SVG path data, two decimals. */
export function toSvgData(path: Path): string {
  const letters = ['M', 'L', 'Q', 'C', 'Z'] as const;
  let out = '';
  for (let index = 0; index < path.length; ) {
    const command = path[index++] as number;
    const values: number[] = [];
    for (let n = ARGUMENTS[command] as number; n > 0; n--) values.push(Math.round((path[index++] as number) * 100) / 100);
    out += letters[command] + values.join(' ');
  }
  return out;
}

/** Box of all control points. */
export function hull(path: Path): { left: number; top: number; right: number; bottom: number } {
  let left = Number.POSITIVE_INFINITY;
  let top = Number.POSITIVE_INFINITY;
  let right = Number.NEGATIVE_INFINITY;
  let bottom = Number.NEGATIVE_INFINITY;
  for (let index = 0; index < path.length; ) {
    let pairs = (ARGUMENTS[path[index++] as number] as number) >> 1;
    for (; pairs > 0; pairs--, index += 2) {
      const x = path[index] as number;
      const y = path[index + 1] as number;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
  }
  return { left, top, right, bottom };
}
