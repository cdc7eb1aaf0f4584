// The rasteriser of every stage and film, AssemblyScript. Shapes are given in whole 1/256 px; coverage is summed per
// pixel in whole numbers (exact signed areas, as in the FreeType project's grey rasteriser), and everything else is
// counted in 64-bit floats from a shape's own points, never from the clip's edge. So a part of a picture is painted, to
// the last bit, as the whole would be, and every machine gives the same bytes.
//
// Pixels are RGBA, 8 bits, premultiplied. A surface is a window of the output: `left`, `top` are the output's pixel at
// its first byte. Memory is laid out by the caller (raster.ts); addresses are bytes.

const MOVE: i32 = 0;
const LINE: i32 = 1;
const QUAD: i32 = 2;
const CUBIC: i32 = 3;

const OVER: i32 = 0;
const ATOP: i32 = 1;
const WITHIN: i32 = 2;
const MULTIPLY: i32 = 3;
const SCREEN: i32 = 4;
const OVERLAY: i32 = 5;
const SOFT_LIGHT: i32 = 6;
const ADD: i32 = 7;

const SOLID: i32 = 0;
const LINEAR: i32 = 1;
const RADIAL: i32 = 2;
const SURFACE: i32 = 3;
const IMAGE: i32 = 4;

const RB: u32 = 0x00ff00ff;
/** Colours of a gradient's table: four channels of 8.8 bits each. */
const SHADES: i32 = 1024;

/**
 * Thresholds of ordered dithering, 8 x 8 output pixels (Bayer 1973), of 256: where a shade lies between two levels, some
 * pixels take the upper one. Sixteen entries a row, each four times for a pixel's channels, so that two neighbours are
 * one load from any place.
 */
const DITHER: usize = memory.data(8 * 16 * 8, 16);
for (let y = 0; y < 8; y++)
  for (let x = 0; x < 16; x++) {
    let rank = 0;
    for (let bit = 0; bit < 3; bit++) {
      const bx = (x >> bit) & 1;
      const by = (y >> bit) & 1;
      rank = (rank << 2) | ((bx ^ by) << 1) | by;
    }
    for (let channel = 0; channel < 4; channel++) store<u16>(DITHER + <usize>((y * 16 + x) * 8 + channel * 2), <u16>(rank * 4 + 2));
  }
/** Eight pixels of a row whose shade is one. */
const PATTERN: usize = memory.data(32, 16);
/** A curve's chords stay this near to it, in 1/256 px. */
const TOLERANCE: f64 = 16;

// Where to paint.
let base: usize = 0;
let stride: i32 = 0;
let originX: i32 = 0;
let originY: i32 = 0;
let clipLeft: i32 = 0;
let clipTop: i32 = 0;
let clipRight: i32 = 0;
let clipBottom: i32 = 0;

// Cells: one 32-bit sum a pixel, and one bit for four cells that says whether any was touched. Both are zero between shapes.
let cells: usize = 0;
let cellPitch: i32 = 0;
let marks: usize = 0;
let markPitch: i32 = 0;
let firstRow: i32 = 0;
let lastRow: i32 = 0;

// What to paint with.
let kind: i32 = SOLID;
let colour: u32 = 0;
let alpha: i32 = 256;
let operation: i32 = OVER;
let table: usize = 0;
let gx: f64 = 0;
let gy: f64 = 0;
let gc: f64 = 0;
let from: usize = 0;
let fromStride: i32 = 0;
let fromX: i32 = 0;
let fromY: i32 = 0;
let fromWidth: i32 = 0;
let fromHeight: i32 = 0;
// From an output pixel to a texel: the inverse of the picture's matrix.
let toUx: f64 = 0;
let toUy: f64 = 0;
let toU: f64 = 0;
let toVx: f64 = 0;
let toVy: f64 = 0;
let toV: f64 = 0;
// The same picture at half the size, and how much of it (of 256) is seen.
let half_: usize = 0;
let halfWidth: i32 = 0;
let halfHeight: i32 = 0;
let halfShare: i32 = 0;

/** Paints on this surface from now on, within the clip (output pixels, inside the surface). `cellRoom` holds `cellBytes` zeroed bytes. */
export function target(pixels: usize, bytesPerRow: i32, left: i32, top: i32, cl: i32, ct: i32, cr: i32, cb: i32, cellRoom: usize): void {
  base = pixels;
  stride = bytesPerRow;
  originX = left;
  originY = top;
  clipLeft = cl;
  clipTop = ct;
  clipRight = cr;
  clipBottom = cb;
  const width = cr - cl;
  cellPitch = ((width + 8) & ~7) * 4;
  markPitch = ((cellPitch / 16 + 63) >> 6) * 8;
  cells = cellRoom;
  marks = cellRoom + <usize>(cellPitch * (cb - ct));
}

/** Bytes of the cells for a clip of this size. */
export function cellBytes(width: i32, height: i32): i32 {
  const pitch = ((width + 8) & ~7) * 4;
  return height * (pitch + ((pitch / 16 + 63) >> 6) * 8);
}

/** Opacity (0..256) and operation of what is painted next. */
export function how(opacity: i32, op: i32): void {
  alpha = opacity;
  operation = op;
}

/** One colour, as RGBA in memory order. */
export function solid(rgba: u32): void {
  kind = SOLID;
  colour = rgba;
}

/** A gradient along (x0, y0) to (x1, y1) in output pixels through `shades` (1024 premultiplied colours of four 16-bit channels, 256 to a level). */
export function linear(x0: f64, y0: f64, x1: f64, y1: f64, shades: usize): void {
  kind = LINEAR;
  table = shades;
  const dx = x1 - x0;
  const dy = y1 - y0;
  const long = dx * dx + dy * dy;
  const k = long > 0 ? <f64>(SHADES - 1) / long : 0;
  gx = dx * k;
  gy = dy * k;
  gc = -(x0 * gx + y0 * gy);
}

/** A gradient from a centre outwards to `radius`. */
export function radial(x: f64, y: f64, radius: f64, shades: usize): void {
  kind = RADIAL;
  table = shades;
  gx = x;
  gy = y;
  gc = radius > 0 ? <f64>(SHADES - 1) / radius : 0;
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

function line(ax: i32, ay: i32, bx: i32, by: i32): void {
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
function bound(value: f64): f64 {
  return value < 0 ? -value : value;
}

@inline
function whole(value: f64): i32 {
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

function begin(): void {
  firstRow = i32.MAX_VALUE;
  lastRow = -1;
}

function finish(evenOdd: bool): void {
  if (operation == WITHIN) {
    firstRow = 0;
    lastRow = clipBottom - clipTop - 1;
  }
  for (let row = firstRow; row <= lastRow; row++) sweep(row, evenOdd);
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

/** Fills a shape that `place` wrote: `count` 32-bit numbers at `points`. */
export function fill(points: usize, count: i32, evenOdd: bool): void {
  begin();
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
  finish(evenOdd);
}

// A stroke is the shape between its two sides. Its middle line is cut into straight pieces first.

/** Points of the middle line that is being followed (x, y, and the unit direction to the next: four 64-bit floats each). */
let middle: usize = 0;
let middlePoints: i32 = 0;
let middleMost: i32 = 0;
let half: f64 = 0;
let roundness: i32 = 0;
let penX: i32 = 0;
let penY: i32 = 0;
let loopX: i32 = 0;
let loopY: i32 = 0;
let penDown: bool = false;

@inline
function put(x: f64, y: f64): void {
  const px = whole(x);
  const py = whole(y);
  if (penDown) line(penX, penY, px, py);
  else {
    loopX = px;
    loopY = py;
    penDown = true;
  }
  penX = px;
  penY = py;
}

function closeLoop(): void {
  if (penDown) line(penX, penY, loopX, loopY);
  penDown = false;
}

/** Points of the circle round (x, y) strictly between two unit directions less than half a turn apart. */
function arc(x: f64, y: f64, ux: f64, uy: f64, vx: f64, vy: f64, depth: i32): void {
  if (depth == 0) return;
  let mx = ux + vx;
  let my = uy + vy;
  const long = Math.sqrt(mx * mx + my * my);
  if (long < 1e-6) return;
  mx /= long;
  my /= long;
  arc(x, y, ux, uy, mx, my, depth - 1);
  put(x + mx * half, y + my * half);
  arc(x, y, mx, my, vx, vy, depth - 1);
}

function follow(x: f64, y: f64): void {
  if (middlePoints >= middleMost) return;
  if (middlePoints > 0) {
    const before = middle + <usize>((middlePoints - 1) << 5);
    if (bound(load<f64>(before) - x) + bound(load<f64>(before, 8) - y) < 0.25) return;
  }
  const at = middle + <usize>(middlePoints << 5);
  store<f64>(at, x);
  store<f64>(at, y, 8);
  middlePoints++;
}

/** One side of the middle line: to its left (side -1) or its right, forwards or backwards. */
function side(hand: f64, backwards: bool, n: i32, closed: bool): void {
  const sharp = 0.343; // sine of 0.35: sharper turns get a round join
  for (let step = 0; step < n; step++) {
    const k = backwards ? n - 1 - step : step;
    const at = middle + <usize>(k << 5);
    const x = load<f64>(at);
    const y = load<f64>(at, 8);
    const before = k > 0 ? k - 1 : closed ? n - 1 : 0;
    const after = !closed && k == n - 1 ? n - 2 : k;
    const into = middle + <usize>(before << 5);
    const onward = middle + <usize>(after << 5);
    const ix = load<f64>(into, 16);
    const iy = load<f64>(into, 24);
    const ox = load<f64>(onward, 16);
    const oy = load<f64>(onward, 24);
    const sine = ix * oy - iy * ox;
    const cosine = ix * ox + iy * oy;
    if (cosine > 0 && bound(sine) < sharp) {
      const mx = ix + ox;
      const my = iy + oy;
      const by = (hand * half) / Math.sqrt(mx * mx + my * my);
      put(x - my * by, y + mx * by);
    } else {
      const ux = -(backwards ? oy : iy) * hand;
      const uy = (backwards ? ox : ix) * hand;
      const vx = -(backwards ? iy : oy) * hand;
      const vy = (backwards ? ix : ox) * hand;
      put(x + ux * half, y + uy * half);
      if (sine * hand > 0) put(x, y); // The inner side of a sharp turn: through the joint itself, so that no hole opens.
      else if (cosine < -0.99) {
        // Back the way it came: round the tip.
        arc(x, y, ux, uy, ix, iy, roundness);
        put(x + ix * half, y + iy * half);
        arc(x, y, ix, iy, vx, vy, roundness);
      } else arc(x, y, ux, uy, vx, vy, roundness);
      put(x + vx * half, y + vy * half);
    }
  }
}

function strokeLine(closed: bool, roundCaps: bool): void {
  let n = middlePoints;
  middlePoints = 0;
  if (closed && n > 2) {
    const last = middle + <usize>((n - 1) << 5);
    if (bound(load<f64>(middle) - load<f64>(last)) + bound(load<f64>(middle, 8) - load<f64>(last, 8)) < 0.25) n--;
  }
  if (n == 0) return;
  const x0 = load<f64>(middle);
  const y0 = load<f64>(middle, 8);
  if (n == 1) {
    if (!roundCaps) return;
    for (let quarter = 0; quarter < 4; quarter++) {
      const ux: f64 = quarter == 0 ? 1 : quarter == 2 ? -1 : 0;
      const uy: f64 = quarter == 1 ? 1 : quarter == 3 ? -1 : 0;
      put(x0 + ux * half, y0 + uy * half);
      arc(x0, y0, ux, uy, -uy, ux, roundness);
    }
    closeLoop();
    return;
  }
  for (let k = 0; k < n; k++) {
    const at = middle + <usize>(k << 5);
    const next = k + 1 == n ? middle : at + 32;
    const x = load<f64>(next) - load<f64>(at);
    const y = load<f64>(next, 8) - load<f64>(at, 8);
    const long = Math.sqrt(x * x + y * y);
    store<f64>(at, long > 0 ? x / long : 1, 16);
    store<f64>(at, long > 0 ? y / long : 0, 24);
  }
  side(1, false, n, closed);
  if (closed) closeLoop();
  else if (roundCaps) {
    const last = middle + <usize>((n - 1) << 5);
    cap(load<f64>(last), load<f64>(last, 8), load<f64>(last - 32, 16), load<f64>(last - 32, 24));
  }
  side(-1, true, n, closed);
  if (!closed && roundCaps) cap(x0, y0, -load<f64>(middle, 16), -load<f64>(middle, 24));
  closeLoop();
}

/** Half a circle round an end that points along (dx, dy). */
function cap(x: f64, y: f64, dx: f64, dy: f64): void {
  arc(x, y, -dy, dx, dx, dy, roundness);
  put(x + dx * half, y + dy * half);
  arc(x, y, dx, dy, dy, -dx, roundness);
}

/**
 * Fills the outline of a stroke of `width` px along a path that `place` wrote. Joins are round, caps round or flat.
 * `room` holds `most` points of 32 bytes.
 */
export function stroke(points: usize, count: i32, width: f64, roundCaps: bool, room: usize, most: i32): void {
  begin();
  middle = room;
  middleMost = most;
  middlePoints = 0;
  half = width * 128;
  roundness = half < 512 ? 2 : half < 4096 ? 3 : 4;
  let x: f64 = 0;
  let y: f64 = 0;
  let startX: f64 = 0;
  let startY: f64 = 0;
  const end = points + <usize>(count << 2);
  for (let at = points; at < end; ) {
    const command = load<i32>(at);
    at += 4;
    if (command == MOVE) {
      strokeLine(false, roundCaps);
      x = startX = <f64>load<i32>(at);
      y = startY = <f64>load<i32>(at, 4);
      follow(x, y);
      at += 8;
    } else if (command == LINE) {
      x = <f64>load<i32>(at);
      y = <f64>load<i32>(at, 4);
      follow(x, y);
      at += 8;
    } else if (command == QUAD || command == CUBIC) {
      let ax = <f64>load<i32>(at);
      let ay = <f64>load<i32>(at, 4);
      let bx = <f64>load<i32>(at, 8);
      let by = <f64>load<i32>(at, 12);
      let ex = bx;
      let ey = by;
      if (command == QUAD) {
        bx = ex + ((ax - ex) * 2) / 3;
        by = ey + ((ay - ey) * 2) / 3;
        ax = x + ((ax - x) * 2) / 3;
        ay = y + ((ay - y) * 2) / 3;
        at += 16;
      } else {
        ex = <f64>load<i32>(at, 16);
        ey = <f64>load<i32>(at, 20);
        at += 24;
      }
      const bend = max(bound(x - 2 * ax + bx) + bound(y - 2 * ay + by), bound(ax - 2 * bx + ex) + bound(ay - 2 * by + ey));
      const pieces = max(2, min(200, <i32>Math.ceil(Math.sqrt((0.75 * bend) / TOLERANCE))));
      const step = 1.0 / <f64>pieces;
      for (let k = 1; k < pieces; k++) {
        const t = <f64>k * step;
        const u = 1 - t;
        const p = u * u * u;
        const q = 3 * u * u * t;
        const r = 3 * u * t * t;
        const s = t * t * t;
        follow(p * x + q * ax + r * bx + s * ex, p * y + q * ay + r * by + s * ey);
      }
      follow(ex, ey);
      x = ex;
      y = ey;
    } else {
      strokeLine(true, roundCaps);
      x = startX;
      y = startY;
      if (at < end && load<i32>(at) != MOVE) follow(x, y);
    }
  }
  strokeLine(false, roundCaps);
  finish(false);
}

@inline
function coverage(sum: i32, evenOdd: bool): i32 {
  let c = (sum < 0 ? -sum : sum) >> 9;
  if (evenOdd) {
    c &= 511;
    return c > 256 ? 512 - c : c;
  }
  return c > 256 ? 256 : c;
}

/** Turns a row's cells into pixels and leaves them zero. */
function sweep(row: i32, evenOdd: bool): void {
  const width = clipRight - clipLeft;
  const y = clipTop + row;
  const cellRow = cells + <usize>(row * cellPitch);
  const markRow = marks + <usize>(row * markPitch);
  const pixelRow = base + <usize>((y - originY) * stride + (clipLeft - originX) * 4);
  const even = kind == SOLID && (operation == OVER || operation == ATOP);
  const graded = operation == OVER && (kind == LINEAR || kind == RADIAL);
  const opacity = i32x4.splat(alpha);
  const flatColour = i16x8.extend_low_i8x16_u(i32x4.splat(colour));
  const fourColours = i32x4.splat(colour);
  const opaque = i32x4.splat(0xff000000);
  const full = i16x8.splat(256);
  const round = i16x8.splat(128);
  let sum = 0;
  let x = 0;
  for (let word = 0; word < markPitch; word += 8) {
    let bits = load<u64>(markRow + word);
    if (!bits) continue;
    store<u64>(markRow + word, 0);
    while (bits) {
      const start = (word * 8 + <i32>ctz(bits)) * 4;
      bits &= bits - 1;
      if (start > x) level(y, x, start < width ? start : width, coverage(sum, evenOdd));
      const at = cellRow + <usize>(start << 2);
      // Sums from the left within the four, on top of what came before.
      let v = v128.load(at);
      v128.store(at, i32x4.splat(0));
      v = i32x4.add(v, i8x16.shuffle(i32x4.splat(0), v, 0, 1, 2, 3, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27));
      v = i32x4.add(v, i8x16.shuffle(i32x4.splat(0), v, 0, 1, 2, 3, 4, 5, 6, 7, 16, 17, 18, 19, 20, 21, 22, 23));
      v = i32x4.add(v, i32x4.splat(sum));
      sum = i32x4.extract_lane(v, 3);
      x = start + 4;
      let cover = i32x4.shr_u(i32x4.abs(v), 9);
      if (evenOdd) {
        cover = v128.and(cover, i32x4.splat(511));
        cover = i32x4.min_s(cover, i32x4.sub(i32x4.splat(512), cover));
      } else cover = i32x4.min_s(cover, i32x4.splat(256));
      const pixels = pixelRow + <usize>(start << 2);
      if (even && x <= width) {
        if (!v128.any_true(cover)) continue;
        const d = v128.load(pixels);
        const weight = i32x4.shr_u(i32x4.mul(cover, opacity), 8);
        if (operation == OVER || i32x4.all_true(i32x4.eq(v128.and(d, opaque), opaque))) {
          const low = firstTwo(weight);
          const high = lastTwo(weight);
          const a = i16x8.add(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(d), i16x8.sub(full, low)), i16x8.mul(flatColour, low)), round);
          const b = i16x8.add(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(d), i16x8.sub(full, high)), i16x8.mul(flatColour, high)), round);
          v128.store(pixels, i8x16.narrow_i16x8_u(i16x8.shr_u(a, 8), i16x8.shr_u(b, 8)));
        } else if (v128.any_true(v128.and(d, opaque))) v128.store(pixels, mixEach(d, within(fourColours, d), weight));
        continue;
      }
      if (graded && x <= width) {
        if (!v128.any_true(cover)) continue;
        const weight = i32x4.shr_u(i32x4.mul(cover, opacity), 8);
        v128.store(pixels, over(v128.load(pixels), scaledEach(shades(clipLeft + start, y), weight)));
        continue;
      }
      one(pixels, start, y, i32x4.extract_lane(cover, 0), width);
      one(pixels + 4, start + 1, y, i32x4.extract_lane(cover, 1), width);
      one(pixels + 8, start + 2, y, i32x4.extract_lane(cover, 2), width);
      one(pixels + 12, start + 3, y, i32x4.extract_lane(cover, 3), width);
    }
  }
  if (x < width) level(y, x, width, coverage(sum, evenOdd));
}

function one(at: usize, c: i32, y: i32, cover: i32, width: i32): void {
  if (c < width && (cover || operation == WITHIN)) pixel(at, clipLeft + c, y, cover);
}

/** Pixels x0..x1 (from the clip's left) of a row, all covered alike (0..256). */
function level(y: i32, x0: i32, x1: i32, cover: i32): void {
  if (x1 <= x0) return;
  let at = base + <usize>((y - originY) * stride + (clipLeft - originX + x0) * 4);
  const end = at + <usize>((x1 - x0) * 4);
  if (operation == WITHIN) {
    if (!cover) memory.fill(at, 0, end - at);
    else if (cover < 256) for (let x = x0; at < end; at += 4, x++) pixel(at, clipLeft + x, y, cover);
    return;
  }
  if (!cover) return;
  const weight = (cover * alpha) >> 8;
  if (kind == SOLID && (operation == OVER || operation == ATOP)) {
    if (weight == 256 && operation == OVER) {
      flat(at, end, colour);
      return;
    }
    const k = i16x8.splat(<i16>(256 - weight));
    const s = i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(i32x4.splat(colour)), i16x8.splat(<i16>weight)), i16x8.splat(128));
    const opaque = i32x4.splat(0xff000000);
    for (; at + 16 <= end; at += 16) {
      const d = v128.load(at);
      if (operation == ATOP) {
        const solidHere = i32x4.eq(v128.and(d, opaque), opaque);
        if (!i32x4.all_true(solidHere)) {
          if (v128.any_true(v128.and(d, opaque))) v128.store(at, mixEach(d, within(i32x4.splat(colour), d), i32x4.splat(weight)));
          continue;
        }
      }
      const low = i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(d), k), s), 8);
      const high = i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(d), k), s), 8);
      v128.store(at, i8x16.narrow_i16x8_u(low, high));
    }
    for (; at < end; at += 4)
      if (operation == ATOP) atop(at, colour, weight);
      else store<u32>(at, mix(load<u32>(at), colour, weight));
    return;
  }
  let x = clipLeft + x0;
  if (kind == LINEAR && gx == 0 && operation == OVER && weight == 256) {
    const index = clamp(<i32>((<f64>y + 0.5) * gy + gc + 0.5), SHADES - 1);
    if (load<u16>(table + <usize>((index << 3) + 6)) == 65280) {
      if (x1 - x0 < 8) {
        for (; at < end; at += 4, x++) store<u32>(at, dithered(index, x, y));
        return;
      }
      for (let n = 0; n < 8; n++) store<u32>(PATTERN + <usize>(n * 4), dithered(index, x + n, y));
      const low = v128.load(PATTERN);
      const high = v128.load(PATTERN, 16);
      for (; at + 32 <= end; at += 32) {
        v128.store(at, low);
        v128.store(at, high, 16);
      }
      for (let n: usize = 0; at < end; at += 4, n += 4) store<u32>(at, load<u32>(PATTERN + n));
      return;
    }
  }
  if (operation == OVER && (kind == LINEAR || kind == RADIAL)) {
    for (; at + 16 <= end; at += 16, x += 4) {
      const four = shades(x, y);
      v128.store(at, over(v128.load(at), weight == 256 ? four : scaledFour(four, weight)));
    }
  }
  if (kind == IMAGE && operation == OVER && weight == 256) {
    imageRow(at, end, x, y);
    return;
  }
  for (; at < end; at += 4, x++) blend(at, source(x, y), weight);
}

/** A gradient's shades at four neighbouring pixels, as `dithered` takes them. */
@inline
function shades(x: i32, y: i32): v128 {
  const near = places(x, y);
  const far = places(x + 2, y);
  const n = i32x4.min_s(i32x4.max_s(i8x16.shuffle(near, far, 0, 1, 2, 3, 4, 5, 6, 7, 16, 17, 18, 19, 20, 21, 22, 23), i32x4.splat(0)), i32x4.splat(SHADES - 1));
  const one = v128.load64_lane(table + <usize>(i32x4.extract_lane(n, 1) << 3), v128.load64_zero(table + <usize>(i32x4.extract_lane(n, 0) << 3)), 1);
  const two = v128.load64_lane(table + <usize>(i32x4.extract_lane(n, 3) << 3), v128.load64_zero(table + <usize>(i32x4.extract_lane(n, 2) << 3)), 1);
  const t = DITHER + <usize>((((y & 7) << 4) + (x & 7)) << 3);
  return i8x16.narrow_i16x8_u(i16x8.shr_u(i16x8.add(one, v128.load(t)), 8), i16x8.shr_u(i16x8.add(two, v128.load(t, 16)), 8));
}

/** Places in a gradient's table of two neighbouring pixels, as `source` counts them. */
@inline
function places(x: i32, y: i32): v128 {
  const px = f64x2.add(f64x2(<f64>x, <f64>(x + 1)), f64x2.splat(0.5));
  if (kind == LINEAR) {
    const along = f64x2.add(f64x2.add(f64x2.mul(px, f64x2.splat(gx)), f64x2.splat((<f64>y + 0.5) * gy)), f64x2.splat(gc));
    return i32x4.trunc_sat_f64x2_s_zero(f64x2.add(along, f64x2.splat(0.5)));
  }
  const dx = f64x2.sub(px, f64x2.splat(gx));
  const dy = <f64>y + 0.5 - gy;
  const far = f64x2.sqrt(f64x2.add(f64x2.mul(dx, dx), f64x2.splat(dy * dy)));
  return i32x4.trunc_sat_f64x2_s_zero(f64x2.add(f64x2.mul(far, f64x2.splat(gc)), f64x2.splat(0.5)));
}

/** Four premultiplied pixels on four others, to the bit as `blend` does it. */
@inline
function over(d: v128, s: v128): v128 {
  const clear = v128.not(i8x16.swizzle(s, i8x16(3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15)));
  const half = i16x8.splat(128);
  const low = i16x8.add(i16x8.extmul_low_i8x16_u(d, clear), half);
  const high = i16x8.add(i16x8.extmul_high_i8x16_u(d, clear), half);
  return i8x16.add(
    s,
    i8x16.narrow_i16x8_u(i16x8.shr_u(i16x8.add(low, i16x8.shr_u(low, 8)), 8), i16x8.shr_u(i16x8.add(high, i16x8.shr_u(high, 8)), 8)),
  );
}

/** Of four 32-bit weights the first two, four times each. */
@inline
function firstTwo(weight: v128): v128 {
  return i8x16.swizzle(weight, i8x16(0, 1, 0, 1, 0, 1, 0, 1, 4, 5, 4, 5, 4, 5, 4, 5));
}
@inline
function lastTwo(weight: v128): v128 {
  return i8x16.swizzle(weight, i8x16(8, 9, 8, 9, 8, 9, 8, 9, 12, 13, 12, 13, 12, 13, 12, 13));
}

/** Four pixels, each times the opacity of the one it comes to lie on, to the bit as `share` does it. */
@inline
function within(s: v128, d: v128): v128 {
  const there = i8x16.swizzle(d, i8x16(3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15));
  const half = i16x8.splat(128);
  const low = i16x8.add(i16x8.extmul_low_i8x16_u(s, there), half);
  const high = i16x8.add(i16x8.extmul_high_i8x16_u(s, there), half);
  return i8x16.narrow_i16x8_u(i16x8.shr_u(i16x8.add(low, i16x8.shr_u(low, 8)), 8), i16x8.shr_u(i16x8.add(high, i16x8.shr_u(high, 8)), 8));
}

/** Between four pixels and four others, each by its own weight of 256, to the bit as `mix` does it. */
@inline
function mixEach(d: v128, s: v128, weight: v128): v128 {
  const full = i16x8.splat(256);
  const half = i16x8.splat(128);
  const low = firstTwo(weight);
  const high = lastTwo(weight);
  return i8x16.narrow_i16x8_u(
    i16x8.shr_u(i16x8.add(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(d), i16x8.sub(full, low)), i16x8.mul(i16x8.extend_low_i8x16_u(s), low)), half), 8),
    i16x8.shr_u(i16x8.add(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(d), i16x8.sub(full, high)), i16x8.mul(i16x8.extend_high_i8x16_u(s), high)), half), 8),
  );
}

/** Four pixels, each times its own weight of 256. */
@inline
function scaledEach(s: v128, weight: v128): v128 {
  const half = i16x8.splat(128);
  return i8x16.narrow_i16x8_u(
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(s), firstTwo(weight)), half), 8),
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(s), lastTwo(weight)), half), 8),
  );
}

/** Four pixels times `weight` of 256. */
@inline
function scaledFour(s: v128, weight: i32): v128 {
  const w = i16x8.splat(<i16>weight);
  const half = i16x8.splat(128);
  return i8x16.narrow_i16x8_u(
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(s), w), half), 8),
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(s), w), half), 8),
  );
}

function flat(start: usize, end: usize, value: u32): void {
  let at = start;
  const four = i32x4.splat(value);
  for (; at + 16 <= end; at += 16) v128.store(at, four);
  for (; at < end; at += 4) store<u32>(at, value);
}

@inline
function pixel(at: usize, x: i32, y: i32, cover: i32): void {
  if (kind == SOLID) {
    const weight = (cover * alpha) >> 8;
    if (operation == OVER) store<u32>(at, weight == 256 ? colour : mix(load<u32>(at), colour, weight));
    else if (operation == ATOP) atop(at, colour, weight);
    else blend(at, colour, weight);
  } else blend(at, source(x, y), (cover * alpha) >> 8);
}

/** Between two pixels: `weight` of 256 of `s`, the rest of `d`. */
@inline
function mix(d: u32, s: u32, weight: i32): u32 {
  const w = <u32>weight;
  const v = 256 - w;
  return ((((d & RB) * v + (s & RB) * w + 0x00800080) >> 8) & RB) | ((((d >> 8) & RB) * v + ((s >> 8) & RB) * w + 0x00800080) & ~RB);
}

/** A pixel times `weight` of 256. */
@inline
function scaled(s: u32, weight: i32): u32 {
  const w = <u32>weight;
  return ((((s & RB) * w + 0x00800080) >> 8) & RB) | ((((s >> 8) & RB) * w + 0x00800080) & ~RB);
}

/** A pixel times n of 255, rounded. */
@inline
function share(s: u32, n: u32): u32 {
  let rb = (s & RB) * n + 0x00800080;
  let ga = ((s >> 8) & RB) * n + 0x00800080;
  rb = ((rb + ((rb >> 8) & RB)) >> 8) & RB;
  ga = (ga + ((ga >> 8) & RB)) & ~RB;
  return rb | ga;
}

/** An opaque colour on what is there, only where something is. */
function atop(at: usize, s: u32, weight: i32): void {
  const d = load<u32>(at);
  const there = d >>> 24;
  if (there == 0) return;
  store<u32>(at, mix(d, there == 255 ? s : share(s, there), weight));
}

/** A premultiplied pixel `s` on the one at `at`. */
function blend(at: usize, s: u32, weight: i32): void {
  const d = load<u32>(at);
  if (operation == WITHIN) {
    store<u32>(at, scaled(d, weight));
    return;
  }
  const part = weight == 256 ? s : scaled(s, weight);
  const a = part >>> 24;
  if (operation == OVER) {
    if (a == 255) store<u32>(at, part);
    else if (part) store<u32>(at, part + share(d, 255 - a));
    return;
  }
  const there = d >>> 24;
  if (operation == ATOP) {
    store<u32>(at, share(part, there) + share(d, 255 - a));
    return;
  }
  // By the W3C's compositing formulas, on premultiplied values.
  let out: u32 = 0;
  for (let shift: u32 = 0; shift < 24; shift += 8) {
    const sc = (part >> shift) & 255;
    const dc = (d >> shift) & 255;
    out |= min<u32>(255, blended(sc, a, dc, there)) << shift;
  }
  const alpha = operation == ADD ? min<u32>(255, a + there) : a + there - over255(a * there);
  store<u32>(at, out | (alpha << 24));
}

/** One channel of a source (premultiplied, of opacity `a`) blended with what is there. */
function blended(sc: u32, a: u32, dc: u32, there: u32): u32 {
  const product = over255(sc * dc);
  if (operation == SCREEN) return sc + dc - product;
  if (operation == ADD) return sc + dc;
  const apart = over255(sc * (255 - there)) + over255(dc * (255 - a));
  if (operation == MULTIPLY) return apart + product;
  if (operation == OVERLAY) return apart + (dc + dc <= there ? over255(<u32>2 * sc * dc) : over255(a * there) - min<u32>(over255(a * there), over255(<u32>2 * (there - dc) * (a - sc))));
  if (there == 0 || a == 0) return apart;
  const cs = <f64>sc / <f64>a;
  const cb = <f64>dc / <f64>there;
  const bright = cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb);
  const soft = cs <= 0.5 ? cb - (1 - 2 * cs) * cb * (1 - cb) : cb + (2 * cs - 1) * (bright - cb);
  return apart + <u32>(soft * <f64>(a * there) / 255 + 0.5);
}

@inline
function over255(v: u32): u32 {
  const w = v + 128;
  return (w + (w >> 8)) >> 8;
}

@inline
function clamp(v: i32, most: i32): i32 {
  return v < 0 ? 0 : v > most ? most : v;
}

/** A gradient's shade at an output pixel, one of its two nearest levels. */
@inline
function dithered(index: i32, x: i32, y: i32): u32 {
  const shade = i16x8.add(v128.load64_zero(table + <usize>(index << 3)), v128.load64_zero(DITHER + <usize>((((y & 7) << 4) + (x & 7)) << 3)));
  const levels = i16x8.shr_u(shade, 8);
  return i32x4.extract_lane(i8x16.narrow_i16x8_u(levels, levels), 0);
}

/** What is painted at an output pixel. */
function source(x: i32, y: i32): u32 {
  if (kind == LINEAR) return dithered(clamp(<i32>((<f64>x + 0.5) * gx + (<f64>y + 0.5) * gy + gc + 0.5), SHADES - 1), x, y);
  if (kind == RADIAL) {
    const dx = <f64>x + 0.5 - gx;
    const dy = <f64>y + 0.5 - gy;
    return dithered(clamp(<i32>(Math.sqrt(dx * dx + dy * dy) * gc + 0.5), SHADES - 1), x, y);
  }
  if (kind == SURFACE) return load<u32>(from + <usize>((y - fromY) * fromStride + ((x - fromX) << 2)));
  if (kind == IMAGE) return texel(x, y);
  return colour;
}

/** A picture's pixel: between its four nearest texels, and between two sizes of it where it is made smaller. */
function texel(x: i32, y: i32): u32 {
  const px = <f64>x + 0.5;
  const py = <f64>y + 0.5;
  const u = px * toUx + py * toUy + toU;
  const v = px * toVx + py * toVy + toV;
  const near = between(from, fromWidth, fromHeight, whole((u - 0.5) * 256), whole((v - 0.5) * 256));
  if (halfShare == 0) return near;
  return mix(near, between(half_, halfWidth, halfHeight, whole((u * 0.5 - 0.5) * 256), whole((v * 0.5 - 0.5) * 256)), halfShare);
}

@inline
function between(pixels: usize, width: i32, height: i32, u: i32, v: i32): u32 {
  const left = clamp(u >> 8, width - 1);
  const top = clamp(v >> 8, height - 1);
  const right = clamp((u >> 8) + 1, width - 1);
  const below = clamp((v >> 8) + 1, height - 1);
  const rowA = pixels + <usize>(top * width * 4);
  const rowB = pixels + <usize>(below * width * 4);
  const upper = mix(load<u32>(rowA + <usize>(left << 2)), load<u32>(rowA + <usize>(right << 2)), u & 255);
  const lower = mix(load<u32>(rowB + <usize>(left << 2)), load<u32>(rowB + <usize>(right << 2)), u & 255);
  return mix(upper, lower, v & 255);
}

/** A run of whole pixels of a picture; one that lies upright, pixel on pixel, is copied. */
function imageRow(start: usize, end: usize, x0: i32, y: i32): void {
  let at = start;
  let x = x0;
  if (toUx == 1 && toVy == 1 && toUy == 0 && toVx == 0 && halfShare == 0 && Math.floor(toU) == toU && Math.floor(toV) == toV) {
    const row = y + <i32>toV;
    if (row >= 0 && row < fromHeight) {
      for (; at < end && x + <i32>toU < 0; at += 4, x++) blend(at, texel(x, y), 256);
      let s = from + <usize>(row * fromStride + ((x + <i32>toU) << 2));
      const last = from + <usize>((row + 1) * fromStride);
      const opaque = i32x4.splat(0xff000000);
      for (; at + 16 <= end && s + 16 <= last; at += 16, s += 16, x += 4) {
        const four = v128.load(s);
        v128.store(at, i32x4.all_true(i32x4.eq(v128.and(four, opaque), opaque)) ? four : over(v128.load(at), four));
      }
    }
  }
  for (; at < end; at += 4, x++) blend(at, texel(x, y), 256);
}

/** Paints another surface where it lies, within the clip. */
export function surface(pixels: usize, bytesPerRow: i32, left: i32, top: i32): void {
  kind = SURFACE;
  from = pixels;
  fromStride = bytesPerRow;
  fromX = left;
  fromY = top;
  const clear = i32x4.splat(0);
  const full = i32x4.splat(0xff000000);
  for (let y = clipTop; y < clipBottom; y++) {
    let at = base + <usize>((y - originY) * stride + (clipLeft - originX) * 4);
    let s = from + <usize>((y - fromY) * fromStride + (clipLeft - fromX) * 4);
    const end = at + <usize>((clipRight - clipLeft) * 4);
    if (operation == OVER)
      for (; at + 16 <= end; at += 16, s += 16) {
        const four = v128.load(s);
        if (!v128.any_true(four)) continue;
        if (alpha < 256) v128.store(at, over(v128.load(at), scaledFour(four, alpha)));
        else if (i32x4.all_true(i32x4.eq(v128.and(four, full), full))) v128.store(at, four);
        else v128.store(at, over(v128.load(at), four));
      }
    for (; at < end; at += 4, s += 4) blend(at, load<u32>(s), alpha);
  }
}

/**
 * What is filled next is a picture (premultiplied, `width` x `height`), sent to the output by the matrix whose inverse is
 * a..f: u = a x + c y + e, v = b x + d y + f, in texels. `half` is the same picture at half its size (rounded up), of which
 * `share` of 256 is seen.
 */
export function picture(pixels: usize, width: i32, height: i32, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64, half: usize, share: i32): void {
  kind = IMAGE;
  from = pixels;
  fromStride = width * 4;
  fromWidth = width;
  fromHeight = height;
  toUx = a;
  toVx = b;
  toUy = c;
  toVy = d;
  toU = e;
  toV = f;
  half_ = half;
  halfWidth = (width + 1) >> 1;
  halfHeight = (height + 1) >> 1;
  halfShare = share;
}

/** Keeps of a surface what another of the same size covers (or, inverted, leaves), by its opacity. */
export function keep(pixels: usize, mask: usize, count: i32, inverted: bool): void {
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const value = load<u32>(at);
    if (!value) continue;
    const there = load<u32>(mask + <usize>(n << 2)) >>> 24;
    const weight = inverted ? 255 - there : there;
    if (weight < 255) store<u32>(at, share(value, weight));
  }
}

/**
 * Sends colours through a 3 x 4 matrix of 32-bit floats (rows red, green, blue; the last column is added, as a share of
 * full), opacity kept. Premultiplied: what is added is added as far as the pixel is there.
 */
export function recolour(pixels: usize, count: i32, matrix: usize): void {
  const red = f32x4(load<f32>(matrix), load<f32>(matrix, 16), load<f32>(matrix, 32), 0);
  const green = f32x4(load<f32>(matrix, 4), load<f32>(matrix, 20), load<f32>(matrix, 36), 0);
  const blue = f32x4(load<f32>(matrix, 8), load<f32>(matrix, 24), load<f32>(matrix, 40), 0);
  const more = f32x4(load<f32>(matrix, 12), load<f32>(matrix, 28), load<f32>(matrix, 44), 1);
  const half = f32x4.splat(0.5);
  const none = f32x4.splat(0);
  let before: u32 = 0;
  let after: u32 = 0;
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const value = load<u32>(at);
    if (!value) continue;
    if (value != before) {
      before = value;
      const a = <f32>(value >>> 24);
      let sum = f32x4.mul(more, f32x4.splat(a));
      sum = f32x4.add(sum, f32x4.mul(red, f32x4.splat(<f32>(value & 255))));
      sum = f32x4.add(sum, f32x4.mul(green, f32x4.splat(<f32>((value >> 8) & 255))));
      sum = f32x4.add(sum, f32x4.mul(blue, f32x4.splat(<f32>((value >> 16) & 255))));
      const levels = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.max(none, f32x4.min(f32x4.splat(a), sum)), half));
      const narrow = i16x8.narrow_i32x4_u(levels, levels);
      after = i32x4.extract_lane(i8x16.narrow_i16x8_u(narrow, narrow), 0);
    }
    store<u32>(at, after);
  }
}

/** One colour over a rectangle, whatever was there. */
export function wipe(pixels: usize, bytesPerRow: i32, width: i32, height: i32, value: u32): void {
  for (let y = 0; y < height; y++) {
    const at = pixels + <usize>(y * bytesPerRow);
    flat(at, at + <usize>(width * 4), value);
  }
}

/** Copies rows of pixels. */
export function copy(to: usize, toStride: i32, pixels: usize, bytesPerRow: i32, width: i32, height: i32): void {
  for (let y = 0; y < height; y++) memory.copy(to + <usize>(y * toStride), pixels + <usize>(y * bytesPerRow), <usize>(width * 4));
}

/** Straight alpha to premultiplied, in place. */
export function premultiply(pixels: usize, count: i32): void {
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const value = load<u32>(at);
    const a = value >>> 24;
    if (a < 255) store<u32>(at, (share(value, a) & 0x00ffffff) | (a << 24));
  }
}

/** Premultiplied to straight alpha, in place. */
export function unpremultiply(pixels: usize, count: i32): void {
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const value = load<u32>(at);
    const a = value >>> 24;
    if (a == 255 || a == 0) continue;
    let out = a << 24;
    for (let shift: u32 = 0; shift < 24; shift += 8) out |= min<u32>(255, (((value >> shift) & 255) * 255 + (a >> 1)) / a) << shift;
    store<u32>(at, out);
  }
}

/** An image at half its size (rounded up), each pixel the mean of four. */
export function halve(pixels: usize, width: i32, height: i32, to: usize): void {
  const w = (width + 1) >> 1;
  const h = (height + 1) >> 1;
  for (let y = 0; y < h; y++) {
    const a = pixels + <usize>(y * 2 * width * 4);
    const b = pixels + <usize>(min(y * 2 + 1, height - 1) * width * 4);
    for (let x = 0; x < w; x++) {
      const l = <usize>(x * 8);
      const r = <usize>(min(x * 2 + 1, width - 1) * 4);
      const p = load<u32>(a + l);
      const q = load<u32>(a + r);
      const s = load<u32>(b + l);
      const t = load<u32>(b + r);
      const rb = (p & RB) + (q & RB) + (s & RB) + (t & RB) + 0x00020002;
      const ga = ((p >> 8) & RB) + ((q >> 8) & RB) + ((s >> 8) & RB) + ((t >> 8) & RB) + 0x00020002;
      store<u32>(to + <usize>((y * w + x) * 4), ((rb >> 2) & RB) | (((ga >> 2) & RB) << 8));
    }
  }
}

/**
 * Blurs a surface in place by three box means of `size` pixels each way, which come within 3 % of a Gaussian
 * (SVG 1.1, feGaussianBlur): first along the rows, then along the columns, four of them at a time. `room` holds
 * 2 x (longer side + 2 x size + 2) vectors of 16 bytes.
 */
export function blur(pixels: usize, width: i32, height: i32, size: i32, room: usize): void {
  if (size >= WIDEST) {
    for (let pass = 0; pass < 3; pass++) {
      const span = pass == 2 ? size | 1 : size;
      const before = behind(size, pass);
      for (let y = 0; y < height; y++) box(pixels + <usize>(y * width * 4), 4, width, span, before, room);
      for (let x = 0; x < width; x++) box(pixels + <usize>(x * 4), width * 4, height, span, before, room);
    }
    return;
  }
  clearEnds(room, width, size);
  for (let y = 0; y < height; y += 4) {
    const at = pixels + <usize>(y * width * 4);
    const last = pixels + <usize>((height - 1) * width * 4);
    const row = <usize>(width * 4);
    smooth(at, min(at + row, last), min(at + 2 * row, last), min(at + 3 * row, last), 4, width, size, room);
  }
  clearEnds(room, height, size);
  for (let x = 0; x < width; x += 4) {
    const at = pixels + <usize>(x * 4);
    const last = pixels + <usize>((width - 1) * 4);
    smooth(at, min(at + 4, last), min(at + 8, last), min(at + 12, last), width * 4, height, size, room);
  }
}

/** Sums of so many levels no longer fit 16 bits. */
const WIDEST: i32 = 256;

/** How many pixels of a box of `size` lie before its middle: an even one lies half a pixel off, once to either side, then one wider (the same source). */
@inline
function behind(size: i32, pass: i32): i32 {
  return (size & 1) == 1 || pass != 1 ? size >> 1 : (size >> 1) - 1;
}

/** Nothing lies beyond both ends of the two lines of vectors in which four lines are smoothed. */
function clearEnds(room: usize, count: i32, size: i32): void {
  const margin = <usize>((size + 1) << 4);
  const long = <usize>(count << 4) + 2 * margin;
  for (let line: usize = 0; line < 2; line++) {
    memory.fill(room + line * long, 0, margin);
    memory.fill(room + (line + 1) * long - margin, 0, margin);
  }
}

/** Smooths four lines of `count` pixels side by side, `step` bytes from pixel to pixel. */
function smooth(p: usize, q: usize, r: usize, s: usize, step: i32, count: i32, size: i32, room: usize): void {
  const margin = <usize>((size + 1) << 4);
  const long = <usize>(count << 4) + 2 * margin;
  const first = room + margin;
  const second = first + long;
  const by = <usize>step;
  let any = i32x4.splat(0);
  for (let n = 0; n < count; n++) {
    const at = <usize>n * by;
    let four = v128.load32_zero(p + at);
    four = v128.load32_lane(q + at, four, 1);
    four = v128.load32_lane(r + at, four, 2);
    four = v128.load32_lane(s + at, four, 3);
    any = v128.or(any, four);
    v128.store(first + <usize>(n << 4), four);
  }
  if (!v128.any_true(any)) return;
  mean(first, second, count, size, behind(size, 0));
  mean(second, first, count, size, behind(size, 1));
  mean(first, second, count, size | 1, behind(size, 2));
  for (let n = 0; n < count; n++) {
    const at = <usize>n * by;
    const four = v128.load(second + <usize>(n << 4));
    v128.store32_lane(p + at, four, 0);
    v128.store32_lane(q + at, four, 1);
    v128.store32_lane(r + at, four, 2);
    v128.store32_lane(s + at, four, 3);
  }
}

/** Means of `span` vectors, `before` of them before the one that the mean is for. */
function mean(source: usize, to: usize, count: i32, span: i32, before: i32): void {
  const after = span - before;
  // 1 / span with as many bits as a product has room for.
  const bits = 31 - <i32>clz(span - 1);
  const share: i32 = ((1 << (16 + bits)) + (span >> 1)) / span;
  const part = i16x8.splat(<i16>share);
  const half = i32x4.splat(1 << (15 + bits));
  const shift = 16 + bits;
  let low = i16x8.splat(0);
  let high = i16x8.splat(0);
  for (let n = 0; n < after; n++) {
    const four = n < count ? v128.load(source + <usize>(n << 4)) : i32x4.splat(0);
    low = i16x8.add(low, i16x8.extend_low_i8x16_u(four));
    high = i16x8.add(high, i16x8.extend_high_i8x16_u(four));
  }
  let old = source - <usize>(before << 4);
  let next = source + <usize>(after << 4);
  for (let n = 0; n < count; n++) {
    const a = i32x4.shr_u(i32x4.add(i32x4.extmul_low_i16x8_u(low, part), half), shift);
    const b = i32x4.shr_u(i32x4.add(i32x4.extmul_high_i16x8_u(low, part), half), shift);
    const c = i32x4.shr_u(i32x4.add(i32x4.extmul_low_i16x8_u(high, part), half), shift);
    const d = i32x4.shr_u(i32x4.add(i32x4.extmul_high_i16x8_u(high, part), half), shift);
    v128.store(to + <usize>(n << 4), i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(a, b), i16x8.narrow_i32x4_u(c, d)));
    const came = v128.load(next);
    const left = v128.load(old);
    low = i16x8.add(low, i16x8.sub(i16x8.extend_low_i8x16_u(came), i16x8.extend_low_i8x16_u(left)));
    high = i16x8.add(high, i16x8.sub(i16x8.extend_high_i8x16_u(came), i16x8.extend_high_i8x16_u(left)));
    old += 16;
    next += 16;
  }
}

function box(start: usize, step: i32, count: i32, size: i32, before: i32, room: usize): void {
  for (let n = 0; n < count; n++) store<u32>(room + <usize>(n << 2), load<u32>(start + <usize>(n * step)));
  let sum = i32x4.splat(0);
  const after = size - before;
  for (let n = 0; n < min(after, count); n++) sum = i32x4.add(sum, wide(room, n));
  const part = f32x4.splat(1.0 / <f32>size);
  const half = f32x4.splat(0.5);
  for (let n = 0; n < count; n++) {
    const mean = i32x4.trunc_sat_f32x4_u(f32x4.add(f32x4.mul(f32x4.convert_i32x4_u(sum), part), half));
    store<u32>(start + <usize>(n * step), i32x4.extract_lane(i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(mean, mean), mean), 0));
    if (n + after < count) sum = i32x4.add(sum, wide(room, n + after));
    if (n - before >= 0) sum = i32x4.sub(sum, wide(room, n - before));
  }
}

@inline
function wide(room: usize, n: i32): v128 {
  return i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(i32x4.splat(load<u32>(room + <usize>(n << 2)))));
}
