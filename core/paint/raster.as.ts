// The rasteriser of every stage and film, AssemblyScript. Shapes become edges and edges cells of signed area (edges.as.ts,
// stroke.as.ts); here cells become pixels of a colour, a gradient or a picture, row by row. Nothing depends on where the
// clip lies: a part of a picture is painted, to the last bit, as the whole would be, and every machine gives the same bytes.
//
// Pixels are RGBA, 8 bits, premultiplied. A surface is a window of the output: `left`, `top` are the output's pixel at
// its first byte. Memory is laid out by the caller (paint.ts); addresses are bytes.

import { begin, cellPitch, cells, clipBottom, clipLeft, clipRight, clipTo, clipTop, everyRow, firstRow, lastRow, markPitch, marks, outline, whole } from './edges.as';
import { firstTwo, lastTwo, mix, mixEach, multiplyFour, over, over255, scaled, scaledEach, scaledFour, screenFour, share, within } from './mixing.as';
import { flat } from './pixels.as';
import { strokeOutline } from './stroke.as';

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
// Where to paint.
let base: usize = 0;
let stride: i32 = 0;
let originX: i32 = 0;
let originY: i32 = 0;

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
  clipTo(cl, ct, cr, cb, cellRoom);
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
function finish(evenOdd: bool): void {
  if (operation == WITHIN) {
    everyRow();
  }
  for (let row = firstRow; row <= lastRow; row++) sweep(row, evenOdd);
}

/** Fills a shape that `place` wrote: `count` 32-bit numbers at `points`. */
export function fill(points: usize, count: i32, evenOdd: bool): void {
  begin();
  outline(points, count);
  finish(evenOdd);
}

/** Paints a stroke of `width` px along a path that `place` wrote (stroke.as.ts). `room` holds `most` points of 32 bytes. */
export function stroke(points: usize, count: i32, width: f64, roundCaps: bool, room: usize, most: i32): void {
  begin();
  strokeOutline(points, count, width, roundCaps, room, most);
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
@inline
function pixel(at: usize, x: i32, y: i32, cover: i32): void {
  if (kind == SOLID) {
    const weight = (cover * alpha) >> 8;
    if (operation == OVER) store<u32>(at, weight == 256 ? colour : mix(load<u32>(at), colour, weight));
    else if (operation == ATOP) atop(at, colour, weight);
    else blend(at, colour, weight);
  } else blend(at, source(x, y), (cover * alpha) >> 8);
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
    else if (operation == SCREEN || operation == MULTIPLY || operation == ADD)
      for (; at + 16 <= end; at += 16, s += 16) {
        let four = v128.load(s);
        if (!v128.any_true(four)) continue;
        if (alpha < 256) four = scaledFour(four, alpha);
        const there = v128.load(at);
        v128.store(at, operation == SCREEN ? screenFour(there, four) : operation == MULTIPLY ? multiplyFour(there, four) : i8x16.add_sat_u(there, four));
      }
    for (; at < end; at += 4, s += 4) blend(at, load<u32>(s), alpha);
  }
}

/** Of four pixels beside each other, how much of 256 is the one that lies right of both that they lie between, when they stand for one each. */
const BETWEEN_LEFT: v128 = i16x8(160, 160, 160, 160, 224, 224, 224, 224);
const BETWEEN_RIGHT: v128 = i16x8(32, 32, 32, 32, 96, 96, 96, 96);
const BETWEEN: StaticArray<i32> = [160, 224, 32, 96];

/**
 * Enlarges a surface by four on another one, between its nearest pixels each way: `pixels` holds `width` x `height` of them from
 * `left`, `top` on in their own grid; of the larger grid `columns` x `rows` from `x`, `y` on are written to `to`. `x` and `columns` are
 * multiples of four. `room` holds a row of 8 bytes a pixel.
 */
export function enlarge(to: usize, x: i32, y: i32, columns: i32, rows: i32, pixels: usize, width: i32, height: i32, left: i32, top: i32, room: usize): void {
  const half = i16x8.splat(128);
  const cells = columns >> 2;
  const first = (x >> 2) - left;
  for (let row = 0; row < rows; row++) {
    const line = y + row;
    const phase = line & 3;
    const above = (line >> 2) - (phase < 2 ? 1 : 0) - top;
    const a = pixels + <usize>(clamp(above < 0 ? 0 : above, height - 1) * width * 4);
    const b = pixels + <usize>(clamp(above + 1, height - 1) * width * 4);
    const down = i16x8.splat(<i16>unchecked(BETWEEN[phase]));
    const up = i16x8.sub(i16x8.splat(256), down);
    // One row between two, as 16-bit channels, with a pixel more on either side.
    for (let n = -1; n <= cells; n++) {
      const at = <usize>(clamp(first + n, width - 1) << 2);
      const upper = i16x8.extend_low_i8x16_u(v128.load32_zero(a + at));
      const lower = i16x8.extend_low_i8x16_u(v128.load32_zero(b + at));
      v128.store64_lane(room + <usize>((n + 1) << 3), i16x8.shr_u(i16x8.add(i16x8.add(i16x8.mul(upper, up), i16x8.mul(lower, down)), half), 8), 0);
    }
    let out = to + <usize>(row * columns * 4);
    for (let n = 0; n < cells; n++, out += 16) {
      const at = room + <usize>(n << 3);
      const before = v128.load64_splat(at);
      const own = v128.load64_splat(at + 8);
      const after = v128.load64_splat(at + 16);
      const low = i16x8.add(i16x8.mul(before, i16x8.sub(i16x8.splat(256), BETWEEN_LEFT)), i16x8.mul(own, BETWEEN_LEFT));
      const high = i16x8.add(i16x8.mul(own, i16x8.sub(i16x8.splat(256), BETWEEN_RIGHT)), i16x8.mul(after, BETWEEN_RIGHT));
      v128.store(out, i8x16.narrow_i16x8_u(i16x8.shr_u(i16x8.add(low, half), 8), i16x8.shr_u(i16x8.add(high, half), 8)));
    }
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

/**
 * Paints the picture that `picture` named, bent: `columns` x `rows` cells over all of it, whose corners lie at `corners`
 * (pairs of 64-bit floats, output pixels, row by row). Each cell is two triangles; a pixel is painted where its middle
 * lies in one, so that neighbours neither overlap nor leave a seam, wherever the clip lies. Texels are `scale` of those of the
 * whole picture.
 */
export function bent(corners: usize, columns: i32, rows: i32): void {
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const a = corners + <usize>((j * (columns + 1) + i) << 4);
      const b = a + 16;
      const c = a + <usize>((columns + 1) << 4);
      const u0 = <f64>(fromWidth * i) / <f64>columns;
      const u1 = <f64>(fromWidth * (i + 1)) / <f64>columns;
      const v0 = <f64>(fromHeight * j) / <f64>rows;
      const v1 = <f64>(fromHeight * (j + 1)) / <f64>rows;
      // The diagonal leans the other way in every other cell: no direction is favoured. One that would leave a cell that is
      // bent in at a corner, so that its halves lay over each other, is not taken.
      const d = c + 16;
      const one = alike(side(a, b, d), side(a, d, c));
      const two = alike(side(a, b, c), side(b, d, c));
      if ((i + j) & 1 ? one || !two : one && !two) {
        triangle(a, u0, v0, b, u1, v0, c + 16, u1, v1);
        triangle(a, u0, v0, c + 16, u1, v1, c, u0, v1);
      } else {
        triangle(a, u0, v0, b, u1, v0, c, u0, v1);
        triangle(b, u1, v0, c + 16, u1, v1, c, u0, v1);
      }
    }
}

/** On which side of the way from one corner to the next a third one lies. */
function side(p: usize, q: usize, r: usize): i64 {
  return (fine(q) - fine(p)) * (fine(r + 8) - fine(p + 8)) - (fine(r) - fine(p)) * (fine(q + 8) - fine(p + 8));
}

@inline
function alike(one: i64, other: i64): bool {
  return (one >= 0 && other >= 0) || (one <= 0 && other <= 0);
}

/** Whole 1/256 px. */
@inline
function fine(at: usize): i64 {
  return <i64>Math.floor(load<f64>(at) * 256 + 0.5);
}

/** The first pixel of a row whose middle is not left of an edge's crossing: the same from either side of the edge. */
function crossing(ax: i64, ay: i64, bx: i64, by: i64, y: i64): i64 {
  // Always from the upper end.
  const down = ay < by;
  const x0 = down ? ax : bx;
  const y0 = down ? ay : by;
  const dx = down ? bx - ax : ax - bx;
  const dy = down ? by - ay : ay - by;
  const over = (y - y0) * dx;
  const x = x0 + (over >= 0 ? over / dy : -((-over + dy - 1) / dy));
  return (x - 128 + 255) >> 8;
}

function triangle(a: usize, ua: f64, va: f64, b: usize, ub: f64, vb: f64, c: usize, uc: f64, vc: f64): void {
  const ax = fine(a);
  const ay = fine(a + 8);
  const bx = fine(b);
  const by = fine(b + 8);
  const cx = fine(c);
  const cy = fine(c + 8);
  const area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
  if (area == 0) return;
  // From output pixels to texels.
  const k = 256 / <f64>area;
  const ux = ((ub - ua) * <f64>(cy - ay) - (uc - ua) * <f64>(by - ay)) * k;
  const uy = ((uc - ua) * <f64>(bx - ax) - (ub - ua) * <f64>(cx - ax)) * k;
  const vx = ((vb - va) * <f64>(cy - ay) - (vc - va) * <f64>(by - ay)) * k;
  const vy = ((vc - va) * <f64>(bx - ax) - (vb - va) * <f64>(cx - ax)) * k;
  toUx = ux;
  toUy = uy;
  toU = ua - (ux * <f64>ax + uy * <f64>ay) / 256;
  toVx = vx;
  toVy = vy;
  toV = va - (vx * <f64>ax + vy * <f64>ay) / 256;
  const first = max<i64>(<i64>clipTop, (min(ay, min(by, cy)) - 128 + 255) >> 8);
  const last = min<i64>(<i64>clipBottom, (max(ay, max(by, cy)) - 128 + 255) >> 8);
  for (let row = first; row < last; row++) {
    const y = (row << 8) + 128;
    let left = i64.MAX_VALUE;
    let right = i64.MIN_VALUE;
    if (ay <= y != by <= y) {
      const x = crossing(ax, ay, bx, by, y);
      left = min(left, x);
      right = max(right, x);
    }
    if (by <= y != cy <= y) {
      const x = crossing(bx, by, cx, cy, y);
      left = min(left, x);
      right = max(right, x);
    }
    if (cy <= y != ay <= y) {
      const x = crossing(cx, cy, ax, ay, y);
      left = min(left, x);
      right = max(right, x);
    }
    left = max(left, <i64>clipLeft);
    right = min(right, <i64>clipRight);
    if (left >= right) continue;
    let at = base + <usize>(<i32>((row - <i64>originY) * <i64>stride + (left - <i64>originX) * 4));
    for (let x = left; x < right; x++, at += 4) blend(at, texel(<i32>x, <i32>row), alpha);
  }
}
