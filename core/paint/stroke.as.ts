// Lines to edges, AssemblyScript.
import { bound, CUBIC, LINE, line, MOVE, QUAD, TOLERANCE, whole } from './edges.as';

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
 * Sends the outline of a stroke of `width` px along a path that `place` wrote. Joins are round, caps round or flat.
 * `room` holds `most` points of 32 bytes.
 */
export function strokeOutline(points: usize, count: i32, width: f64, roundCaps: bool, room: usize, most: i32): void {
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
}
