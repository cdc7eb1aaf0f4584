// Shapes to edges, AssemblyScript: paths are laid in whole 1/256 px, curves become chords, and every edge adds its signed area
// to the cells of a clip (exact areas, as in the FreeType project's grey rasteriser). The sweep (raster.as.ts) turns cells
// into pixels. Everything is counted in 64-bit floats from a shape's own points, never from the clip's edge.

export const MOVE: i32 = 0;
export const LINE: i32 = 1;
export const QUAD: i32 = 2;
export const CUBIC: i32 = 3;

/** A curve's chords stay this near to it, in 1/256 px. */
export const TOLERANCE: f64 = 16;

// The clip, output pixels.
export let clipLeft: i32 = 0;
export let clipTop: i32 = 0;
export let clipRight: i32 = 0;
export let clipBottom: i32 = 0;

// Cells: one 32-bit sum a pixel, and one bit for four cells that says whether any was touched. Both are zero between shapes.
export let cells: usize = 0;
export let cellPitch: i32 = 0;
export let marks: usize = 0;
export let markPitch: i32 = 0;
export let firstRow: i32 = 0;
export let lastRow: i32 = 0;

/** Counts edges within this clip from now on; `room` holds `cellBytes` zeroed bytes. */
export function clipTo(left: i32, top: i32, right: i32, bottom: i32, room: usize): void {
  clipLeft = left;
  clipTop = top;
  clipRight = right;
  clipBottom = bottom;
  cellPitch = ((right - left + 8) & ~7) * 4;
  markPitch = ((cellPitch / 16 + 63) >> 6) * 8;
  cells = room;
  marks = room + <usize>(cellPitch * (bottom - top));
}

/** Bytes of the cells for a clip of this size. */
export function cellBytes(width: i32, height: i32): i32 {
  const pitch = ((width + 8) & ~7) * 4;
  return height * (pitch + ((pitch / 16 + 63) >> 6) * 8);
}

@inline
function mark(marksOfRow: usize, c: i32): void {
  const at = marksOfRow + <usize>((c >> 8) << 3);
  store<u64>(at, load<u64>(at) | ((<u64>1) << (<u64>((c >> 2) & 63))));
}

/** Adds an edge's part within one pixel: it goes `dy` down (1/256 px, signed), `fx` is twice its mean x within the pixel. */
@inline
function cell(cellsOfRow: usize, marksOfRow: usize, column: i32, dy: i32, fx: i32): void {
  let c = column - clipLeft;
  if (c >= clipRight - clipLeft) return;
  let near = dy * (512 - fx);
  if (c < 0) {
    c = 0;
    near = dy * 512;
  }
  const at = cellsOfRow + <usize>(c << 2);
  store<i32>(at, load<i32>(at) + near);
  store<i32>(at, load<i32>(at, 4) + dy * 512 - near, 4);
  mark(marksOfRow, c);
  if ((c & 3) == 3) mark(marksOfRow, c + 1);
}

/** An edge's part within one row of pixels that crosses into other columns. */
function across(cellsOfRow: usize, marksOfRow: usize, xa: i32, ya: i32, xb: i32, yb: i32, sign: i32): void {
  // From the left end to the right one; every crossing is counted from (xa, ya), so that none depends on the clip.
  const leftwards = xb < xa;
  const first = (leftwards ? xb : xa) >> 8;
  const last = (leftwards ? xa : xb) >> 8;
  if (last < clipLeft) {
    cell(cellsOfRow, marksOfRow, last, (yb - ya) * sign, 0);
    return;
  }
  if (first >= clipRight) return;
  const slope = <f64>(yb - ya) / <f64>(xb - xa);
  const down = leftwards ? -sign : sign;
  let x = leftwards ? xb : xa;
  let y = leftwards ? yb : ya;
  let c = first;
  if (c < clipLeft) {
    c = clipLeft;
    x = c << 8;
    const to = ya + <i32>Math.floor(<f64>(x - xa) * slope);
    cell(cellsOfRow, marksOfRow, first, (to - y) * down, 0);
    y = to;
  }
  for (; c < last && c < clipRight; c++) {
    const edge = (c + 1) << 8;
    const to = ya + <i32>Math.floor(<f64>(edge - xa) * slope);
    cell(cellsOfRow, marksOfRow, c, (to - y) * down, (x & 255) + 256);
    y = to;
    x = edge;
  }
  if (c == last) cell(cellsOfRow, marksOfRow, c, ((leftwards ? ya : yb) - y) * down, (x & 255) + ((leftwards ? xa : xb) & 255));
}

/** An edge, 1/256 px. */
export function line(ax: i32, ay: i32, bx: i32, by: i32): void {
  if (ay == by) return;
  let sign = 1;
  let x0 = ax;
  let y0 = ay;
  let x1 = bx;
  let y1 = by;
  if (y0 > y1) {
    sign = -1;
    x0 = bx;
    y0 = by;
    x1 = ax;
    y1 = ay;
  }
  const top = clipTop << 8;
  const bottom = clipBottom << 8;
  if (y1 <= top || y0 >= bottom) return;
  const right = clipRight << 8;
  if (x0 >= right && x1 >= right) return;
  const start = (y0 > top ? y0 : top) >> 8;
  const end = ((y1 < bottom ? y1 : bottom) - 1) >> 8;
  if (start - clipTop < firstRow) firstRow = start - clipTop;
  if (end - clipTop > lastRow) lastRow = end - clipTop;
  const left = clipLeft << 8;
  let cellsOfRow = cells + <usize>((start - clipTop) * cellPitch);
  let marksOfRow = marks + <usize>((start - clipTop) * markPitch);
  if (x0 == x1 || (x0 < left && x1 < left)) {
    const column = x0 < left ? clipLeft - 1 : x0 >> 8;
    const fx = (x0 & 255) * 2;
    for (let row = start; row <= end; row++) {
      const ya = row << 8;
      const yb = ya + 256;
      cell(cellsOfRow, marksOfRow, column, ((y1 < yb ? y1 : yb) - (y0 > ya ? y0 : ya)) * sign, fx);
      cellsOfRow += cellPitch;
      marksOfRow += markPitch;
    }
    return;
  }
  const slope = <f64>(x1 - x0) / <f64>(y1 - y0);
  let ya = start << 8;
  let xa: i32;
  if (y0 >= ya) {
    ya = y0;
    xa = x0;
  } else xa = x0 + <i32>Math.floor(<f64>(ya - y0) * slope);
  for (let row = start; row <= end; row++) {
    let yb = (row + 1) << 8;
    let xb: i32;
    if (y1 <= yb) {
      yb = y1;
      xb = x1;
    } else xb = x0 + <i32>Math.floor(<f64>(yb - y0) * slope);
    if (xa >> 8 == xb >> 8) cell(cellsOfRow, marksOfRow, xa >> 8, (yb - ya) * sign, (xa & 255) + (xb & 255));
    else across(cellsOfRow, marksOfRow, xa, ya, xb, yb, sign);
    xa = xb;
    ya = yb;
    cellsOfRow += cellPitch;
    marksOfRow += markPitch;
  }
}

@inline
export function bound(value: f64): f64 {
  return value < 0 ? -value : value;
}

@inline
export function whole(value: f64): i32 {
  return <i32>Math.floor(value + 0.5);
}

/** A curve of the third degree as chords, their number by Wang's bound. */
function cubic(x0: i32, y0: i32, x1: i32, y1: i32, x2: i32, y2: i32, x3: i32, y3: i32): void {
  const lowest = min(min(y0, y1), min(y2, y3));
  const highest = max(max(y0, y1), max(y2, y3));
  if (highest <= clipTop << 8 || lowest >= clipBottom << 8) return;
  const right = clipRight << 8;
  if (min(min(x0, x1), min(x2, x3)) >= right) return;
  if (max(max(x0, x1), max(x2, x3)) < clipLeft << 8) {
    line(x0, y0, x3, y3);
    return;
  }
  const cx = 3.0 * <f64>(x1 - x0);
  const cy = 3.0 * <f64>(y1 - y0);
  const bx = 3.0 * <f64>(x2 - x1) - cx;
  const by = 3.0 * <f64>(y2 - y1) - cy;
  const ax = <f64>(x3 - x0) - cx - bx;
  const ay = <f64>(y3 - y0) - cy - by;
  const bend = max(bound(<f64>(x0 - 2 * x1 + x2)) + bound(<f64>(y0 - 2 * y1 + y2)), bound(<f64>(x1 - 2 * x2 + x3)) + bound(<f64>(y1 - 2 * y2 + y3)));
  const pieces = max(1, min(400, <i32>Math.ceil(Math.sqrt((0.75 * bend) / TOLERANCE))));
  const step = 1.0 / <f64>pieces;
  let px = x0;
  let py = y0;
  for (let n = 1; n < pieces; n++) {
    const t = <f64>n * step;
    const x = x0 + whole(((ax * t + bx) * t + cx) * t);
    const y = y0 + whole(((ay * t + by) * t + cy) * t);
    line(px, py, x, y);
    px = x;
    py = y;
  }
  line(px, py, x3, y3);
}

function quad(x0: i32, y0: i32, x1: i32, y1: i32, x2: i32, y2: i32): void {
  const lowest = min(y0, min(y1, y2));
  const highest = max(y0, max(y1, y2));
  if (highest <= clipTop << 8 || lowest >= clipBottom << 8) return;
  if (min(x0, min(x1, x2)) >= clipRight << 8) return;
  if (max(x0, max(x1, x2)) < clipLeft << 8) {
    line(x0, y0, x2, y2);
    return;
  }
  const bx = 2.0 * <f64>(x1 - x0);
  const by = 2.0 * <f64>(y1 - y0);
  const ax = <f64>(x2 - x0) - bx;
  const ay = <f64>(y2 - y0) - by;
  const bend = bound(<f64>(x0 - 2 * x1 + x2)) + bound(<f64>(y0 - 2 * y1 + y2));
  const pieces = max(1, min(400, <i32>Math.ceil(Math.sqrt((0.25 * bend) / TOLERANCE))));
  const step = 1.0 / <f64>pieces;
  let px = x0;
  let py = y0;
  for (let n = 1; n < pieces; n++) {
    const t = <f64>n * step;
    const x = x0 + whole((ax * t + bx) * t);
    const y = y0 + whole((ay * t + by) * t);
    line(px, py, x, y);
    px = x;
    py = y;
  }
  line(px, py, x2, y2);
}
/** No edge was counted yet. */
export function begin(): void {
  firstRow = i32.MAX_VALUE;
  lastRow = -1;
}

/** Every row of the clip is swept, whether an edge is in it or not. */
export function everyRow(): void {
  firstRow = 0;
  lastRow = clipBottom - clipTop - 1;
}

/** Numbers that follow each command of a path. */
@inline
function numbers(command: i32): i32 {
  return command < QUAD ? 2 : command == QUAD ? 4 : command == CUBIC ? 6 : 0;
}

/** Farthest that a point may lie from the output's corner, 1/256 px. */
const FARTHEST: f64 = 7680000;

/**
 * Sends a path (32-bit floats) through the matrix a..f, whose unit is an output pixel, into whole 1/256 px at `points`,
 * and writes the box of its points (left, top, right, bottom) to `bounds`; an empty path leaves right < left.
 */
export function place(path: usize, count: i32, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64, points: usize, bounds: usize): void {
  let left = i32.MAX_VALUE;
  let top = i32.MAX_VALUE;
  let right = i32.MIN_VALUE;
  let bottom = i32.MIN_VALUE;
  const ka = a * 256;
  const kb = b * 256;
  const kc = c * 256;
  const kd = d * 256;
  const ke = e * 256 + 0.5;
  const kf = f * 256 + 0.5;
  let at = path;
  let to = points;
  const end = path + <usize>(count << 2);
  while (at < end) {
    const command = <i32>load<f32>(at);
    store<i32>(to, command);
    at += 4;
    to += 4;
    for (let n = numbers(command); n > 0; n -= 2) {
      const lx = <f64>load<f32>(at);
      const ly = <f64>load<f32>(at, 4);
      const x = <i32>Math.floor(max(-FARTHEST, min(FARTHEST, ka * lx + kc * ly + ke)));
      const y = <i32>Math.floor(max(-FARTHEST, min(FARTHEST, kb * lx + kd * ly + kf)));
      store<i32>(to, x);
      store<i32>(to, y, 4);
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
      at += 8;
      to += 8;
    }
  }
  store<i32>(bounds, left);
  store<i32>(bounds, top, 4);
  store<i32>(bounds, right, 8);
  store<i32>(bounds, bottom, 12);
}
/** Sends the edges of a shape that `place` wrote (`count` 32-bit numbers at `points`), each part closed. */
export function outline(points: usize, count: i32): void {
  let x = 0;
  let y = 0;
  let startX = 0;
  let startY = 0;
  const end = points + <usize>(count << 2);
  for (let at = points; at < end; ) {
    const command = load<i32>(at);
    if (command == MOVE) {
      line(x, y, startX, startY);
      x = startX = load<i32>(at, 4);
      y = startY = load<i32>(at, 8);
      at += 12;
    } else if (command == LINE) {
      const nx = load<i32>(at, 4);
      const ny = load<i32>(at, 8);
      line(x, y, nx, ny);
      x = nx;
      y = ny;
      at += 12;
    } else if (command == QUAD) {
      const nx = load<i32>(at, 12);
      const ny = load<i32>(at, 16);
      quad(x, y, load<i32>(at, 4), load<i32>(at, 8), nx, ny);
      x = nx;
      y = ny;
      at += 20;
    } else if (command == CUBIC) {
      const nx = load<i32>(at, 20);
      const ny = load<i32>(at, 24);
      cubic(x, y, load<i32>(at, 4), load<i32>(at, 8), load<i32>(at, 12), load<i32>(at, 16), nx, ny);
      x = nx;
      y = ny;
      at += 28;
    } else {
      line(x, y, startX, startY);
      x = startX;
      y = startY;
      at += 4;
    }
  }
  line(x, y, startX, startY);
}
