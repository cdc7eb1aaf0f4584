// Takes a key colour out of pictures, and turns decoded frames (planes of luma and chroma, BT.709 limited) into pixels,
// AssemblyScript. Addresses are bytes. Which colour is how far from the key is worked out once, in a table.

/** The table: 16 steps of luma, every blue and red chroma; an entry is opacity, blue chroma, red chroma without spill. */
const LUMA_STEPS: i32 = 16;
const ENTRY: i32 = 4;

/** Bytes of a table. */
export function keyTableBytes(): i32 {
  return LUMA_STEPS * 65536 * ENTRY;
}

@inline
function linear(value: f32): f32 {
  const v = max<f32>(0, min<f32>(1, value));
  return v <= 0.04045 ? v / 12.92 : <f32>Mathf.pow((v + 0.055) / 1.055, 2.4);
}

/** sRGB to linear light by steps of 1/1023, made with the first table. */
const LIGHT = memory.data(1024 * 4);
let lit = false;

@inline
function light(value: f32): f32 {
  return load<f32>(LIGHT + (<usize>(max<f32>(0, min<f32>(1, value)) * 1023 + 0.5) << 2));
}

/** A cube root near enough for 8 bits: a guess from the exponent (3 % off at most), then a step of Halley. */
@inline
function cubeRoot(value: f32): f32 {
  if (value < 1e-9) return 0;
  const x = reinterpret<f32>(reinterpret<u32>(value) / 3 + 709921077);
  const cube = x * x * x;
  return (x * (cube + 2 * value)) / (2 * cube + value);
}

/** Noise and coded edges carry colours a little outside of what can be shown: this far at most. */
const FARTHEST: f32 = 1.22;
/** Lightness below which hues are noise. */
const DARK: f32 = 0.16;

/**
 * Fills a table for a key: `u`, `v` are the key's own chroma (BT.709 limited), `ka`, `kb` its OKLab a / L
 * and b / L. Light that falls on a ground scales L, a and b alike (OKLab's cube roots), so that a shadow on the ground has
 * the same a / L. A colour's distance is 0 at the key and 1 at grey; up to `tolerance` it is gone, `softness` later all there.
 */
export function keyTable(table: usize, u: f32, v: f32, ka: f32, kb: f32, tolerance: f32, softness: f32, spill: f32): void {
  if (!lit) {
    for (let n = 0; n < 1024; n++) store<f32>(LIGHT + (<usize>n << 2), linear(<f32>n / 1023));
    lit = true;
  }
  const length = Mathf.sqrt(ka * ka + kb * kb);
  const whole = max<f32>(1e-4, length * length);
  const ku = u - 128;
  const kv = v - 128;
  const kc = max<f32>(1e-3, Mathf.sqrt(ku * ku + kv * kv));
  const du = ku / kc;
  const dv = kv / kc;
  let at = table;
  for (let step = 0; step < LUMA_STEPS; step++) {
    const luma: f32 = (<f32>(step * 16 + 8) - 16) / 219;
    for (let blue = 0; blue < 256; blue++) {
      const b = (<f32>blue - 128) / 224;
      for (let red = 0; red < 256; red++) {
        const r = (<f32>red - 128) / 224;
        const red1: f32 = luma + 1.5748 * r;
        const green1: f32 = luma - 0.187324 * b - 0.468124 * r;
        const blue1: f32 = luma + 1.8556 * b;
        // No picture has colours so far outside of what can be shown: they stay as they are.
        if (max(red1, max(green1, blue1)) > FARTHEST || min(red1, min(green1, blue1)) < 1 - FARTHEST) {
          store<u32>(at, 255 | (blue << 8) | (red << 16));
          at += ENTRY;
          continue;
        }
        const lr = light(red1);
        const lg = light(green1);
        const lb = light(blue1);
        const l = cubeRoot(0.4122214708 * lr + 0.5363325363 * lg + 0.0514459929 * lb);
        const m = cubeRoot(0.2119034982 * lr + 0.6806995451 * lg + 0.1073969566 * lb);
        const s = cubeRoot(0.0883024619 * lr + 0.2817188376 * lg + 0.6299787005 * lb);
        const L = max<f32>(DARK, 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s);
        const ca: f32 = (1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s) / L;
        const cb: f32 = (0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s) / L;
        // Along the key's hue, more than the key is still the key.
        const along: f32 = (ca * ka + cb * kb) / whole;
        const aside: f32 = (cb * ka - ca * kb) / whole;
        const short = max<f32>(0, 1 - along);
        const d = Mathf.sqrt(short * short + aside * aside);
        const a = max<f32>(0, min<f32>(1, (d - tolerance) / max<f32>(0.01, softness)));
        // What is left of a mixed pixel's colour when the key's share is taken out; then what shines back of the key.
        let fu = <f32>blue - 128;
        let fv = <f32>red - 128;
        if (a < 1 && a > 0) {
          fu = (fu - (1 - a) * ku) / a;
          fv = (fv - (1 - a) * kv) / a;
        }
        const shine = fu * du + fv * dv;
        const across = Mathf.abs(fv * du - fu * dv);
        const excess = max<f32>(0, shine - 0.55 * across) * spill;
        fu -= du * excess;
        fv -= dv * excess;
        store<u32>(
          at,
          <u32>(a * 255 + 0.5) | (<u32>max<f32>(0, min<f32>(255, fu + 128.5)) << 8) | (<u32>max<f32>(0, min<f32>(255, fv + 128.5)) << 16),
        );
        at += ENTRY;
      }
    }
  }
}

/** Coefficients of BT.709 limited range to sRGB levels, of 65536. */
const CY: i32 = 76309;
const CRV: i32 = 117489;
const CGU: i32 = 13975;
const CGV: i32 = 34925;
const CBU: i32 = 138438;

@inline
function level(value: i32, most: i32): u32 {
  return <u32>max(0, min(most, value));
}

/** One pixel: `c` is luma above 16, times its opacity already where it is not whole. */
@inline
function coloured(c: i32, d: i32, e: i32, opacity: i32): u32 {
  const y = c * CY + 32768;
  if (opacity == 255) return level((y + e * CRV) >> 16, 255) | (level((y - d * CGU - e * CGV) >> 16, 255) << 8) | (level((y + d * CBU) >> 16, 255) << 16) | 0xff000000;
  const r = (e * CRV * opacity) / 255;
  const g = ((d * CGU + e * CGV) / 255) * opacity;
  const b = ((d * CBU) / 255) * opacity;
  return level((y + r) >> 16, opacity) | (level((y - g) >> 16, opacity) << 8) | (level((y + b) >> 16, opacity) << 16) | (<u32>opacity << 24);
}

/** A plane of bytes at half its sides (rounded up), each the mean of four. */
export function halvePlane(from: usize, width: i32, height: i32, to: usize): void {
  const w = (width + 1) >> 1;
  const h = (height + 1) >> 1;
  const two = i16x8.splat(2);
  for (let row = 0; row < h; row++) {
    const a = from + <usize>(row * 2 * width);
    const b = from + <usize>(min(row * 2 + 1, height - 1) * width);
    const out = to + <usize>(row * w);
    let x: i32 = 0;
    for (; x * 2 + 16 <= width; x += 8) {
      const at = <usize>(x * 2);
      const sum = i16x8.add(i16x8.extadd_pairwise_i8x16_u(v128.load(a + at)), i16x8.extadd_pairwise_i8x16_u(v128.load(b + at)));
      const mean = i16x8.shr_u(i16x8.add(sum, two), 2);
      v128.store64_lane(out + <usize>x, i8x16.narrow_i16x8_u(mean, mean), 0);
    }
    for (; x < w; x++) {
      const l = <usize>(x * 2);
      const r = <usize>min(x * 2 + 1, width - 1);
      store<u8>(out + <usize>x, <u8>((<i32>load<u8>(a + l) + <i32>load<u8>(a + r) + <i32>load<u8>(b + l) + <i32>load<u8>(b + r) + 2) >> 2));
    }
  }
}

/** Bytes that `planar` asks for: a row of each chroma. */
export function planarRoom(width: i32): i32 {
  return 2 * (width + 32);
}

/** A row of chroma at the luma's width, from the nearer and the farther of its own rows (three parts to one). */
function widened(near: usize, far: usize, count: i32, to: usize): void {
  const last = count - 1;
  let c: i32 = 0;
  for (; c + 9 <= count; c += 8) {
    const at = <usize>c;
    const three = i16x8.splat(3);
    const here = i16x8.add(i16x8.mul(v128.load8x8_u(near + at), three), v128.load8x8_u(far + at));
    const next = i16x8.add(i16x8.mul(v128.load8x8_u(near + at + 1), three), v128.load8x8_u(far + at + 1));
    const even = i16x8.shr_u(i16x8.add(here, i16x8.splat(2)), 2);
    const odd = i16x8.shr_u(i16x8.add(i16x8.add(here, next), i16x8.splat(4)), 3);
    v128.store(to + at * 2, v128.or(even, i16x8.shl(odd, 8)));
  }
  for (; c < count; c++) {
    const at = <usize>c;
    const n = <usize>min(c + 1, last);
    const here = 3 * <i32>load<u8>(near + at) + <i32>load<u8>(far + at);
    const next = 3 * <i32>load<u8>(near + n) + <i32>load<u8>(far + n);
    store<u8>(to + at * 2, <u8>((here + 2) >> 2));
    store<u8>(to + at * 2 + 1, <u8>((here + next + 4) >> 3));
  }
}

/** Eight whole pixels from luma and chroma; coefficients as halves (blue's as a quarter) of 32768, results 32 times as large. */
@inline
function eight(y: v128, d: v128, e: v128, out: usize): void {
  const luma = i16x8.q15mulr_sat_s(i16x8.shl(i16x8.sub(y, i16x8.splat(16)), 6), i16x8.splat(19077));
  const u = i16x8.sub(d, i16x8.splat(128));
  const v = i16x8.shl(i16x8.sub(e, i16x8.splat(128)), 6);
  const half = i16x8.splat(16);
  const r = i16x8.shr_s(i16x8.add(i16x8.add(luma, i16x8.q15mulr_sat_s(v, i16x8.splat(29372))), half), 5);
  const green = i16x8.add(i16x8.q15mulr_sat_s(i16x8.shl(u, 6), i16x8.splat(3494)), i16x8.q15mulr_sat_s(v, i16x8.splat(8731)));
  const g = i16x8.shr_s(i16x8.add(i16x8.sub(luma, green), half), 5);
  const b = i16x8.shr_s(i16x8.add_sat_s(i16x8.add_sat_s(luma, i16x8.q15mulr_sat_s(i16x8.shl(u, 7), i16x8.splat(17305))), half), 5);
  const rg = i8x16.narrow_i16x8_u(r, g);
  const ba = i8x16.narrow_i16x8_u(b, i16x8.splat(255));
  const low = i8x16.shuffle(rg, ba, 0, 8, 16, 24, 1, 9, 17, 25, 2, 10, 18, 26, 3, 11, 19, 27);
  const high = i8x16.shuffle(rg, ba, 4, 12, 20, 28, 5, 13, 21, 29, 6, 14, 22, 30, 7, 15, 23, 31);
  v128.store(out, low);
  v128.store(out, high, 16);
}

/** One pixel through the key's table. */
@inline
function keyedPixel(luma: i32, entry: u32, keyLuma: i32): u32 {
  const opacity = <i32>(entry & 255);
  if (!opacity) return 0;
  let c = luma - 16;
  if (opacity < 255) c -= (keyLuma * (255 - opacity)) / 255;
  return coloured(c, <i32>((entry >>> 8) & 255) - 128, <i32>((entry >>> 16) & 255) - 128, opacity);
}

@inline
function entryOf(table: usize, luma: u32, d: u32, e: u32): u32 {
  return load<u32>(table + <usize>((((luma >> 4) << 16) | (d << 8) | e) << 2));
}

/**
 * A decoded frame as premultiplied pixels. Chroma has half the luma's sides where `halved`, and is taken between its own
 * rows and columns (its samples lie at the left, in the middle of two rows; BT.709). `alpha` is a plane of luma that tells
 * opacity (0: all of it is there; else colours are premultiplied by it), `table` a key's (0: none), `keyLuma` that key's
 * luma above 16, `room` as many bytes as `planarRoom` says.
 */
export function planar(
  y: usize,
  u: usize,
  v: usize,
  yStride: i32,
  cStride: i32,
  width: i32,
  height: i32,
  halved: bool,
  alpha: usize,
  table: usize,
  keyLuma: i32,
  to: usize,
  room: usize,
): void {
  const blues = room;
  const reds = room + <usize>(width + 32);
  for (let row = 0; row < height; row++) {
    const ys = y + <usize>(row * yStride);
    const out = to + <usize>(row * width * 4);
    let ds = u + <usize>(row * cStride);
    let es = v + <usize>(row * cStride);
    if (halved) {
      const rows = (height + 1) >> 1;
      const near = <usize>((row >> 1) * cStride);
      const far = <usize>((row & 1 ? min((row >> 1) + 1, rows - 1) : max((row >> 1) - 1, 0)) * cStride);
      const count = (width + 1) >> 1;
      widened(u + near, u + far, count, blues);
      widened(v + near, v + far, count, reds);
      ds = blues;
      es = reds;
    }
    let x: i32 = 0;
    for (; x + 8 <= width; x += 8) {
      const at = <usize>x;
      const pixels = out + at * 4;
      if (!table) {
        eight(v128.load8x8_u(ys + at), v128.load8x8_u(ds + at), v128.load8x8_u(es + at), pixels);
        continue;
      }
      const yy = load<u64>(ys + at);
      const dd = load<u64>(ds + at);
      const ee = load<u64>(es + at);
      let first = i32x4.splat(0);
      let second = i32x4.splat(0);
      first = i32x4.replace_lane(first, 0, entryOf(table, <u32>(yy & 255), <u32>(dd & 255), <u32>(ee & 255)));
      first = i32x4.replace_lane(first, 1, entryOf(table, <u32>((yy >> 8) & 255), <u32>((dd >> 8) & 255), <u32>((ee >> 8) & 255)));
      first = i32x4.replace_lane(first, 2, entryOf(table, <u32>((yy >> 16) & 255), <u32>((dd >> 16) & 255), <u32>((ee >> 16) & 255)));
      first = i32x4.replace_lane(first, 3, entryOf(table, <u32>((yy >> 24) & 255), <u32>((dd >> 24) & 255), <u32>((ee >> 24) & 255)));
      second = i32x4.replace_lane(second, 0, entryOf(table, <u32>((yy >> 32) & 255), <u32>((dd >> 32) & 255), <u32>((ee >> 32) & 255)));
      second = i32x4.replace_lane(second, 1, entryOf(table, <u32>((yy >> 40) & 255), <u32>((dd >> 40) & 255), <u32>((ee >> 40) & 255)));
      second = i32x4.replace_lane(second, 2, entryOf(table, <u32>((yy >> 48) & 255), <u32>((dd >> 48) & 255), <u32>((ee >> 48) & 255)));
      second = i32x4.replace_lane(second, 3, entryOf(table, <u32>(yy >> 56), <u32>(dd >> 56), <u32>(ee >> 56)));
      const mask = i32x4.splat(255);
      const opacity = i16x8.narrow_i32x4_u(v128.and(first, mask), v128.and(second, mask));
      if (!v128.any_true(opacity)) {
        v128.store(pixels, i32x4.splat(0));
        v128.store(pixels, i32x4.splat(0), 16);
      } else if (i16x8.all_true(i16x8.eq(opacity, i16x8.splat(255)))) {
        const d = i16x8.narrow_i32x4_u(v128.and(i32x4.shr_u(first, 8), mask), v128.and(i32x4.shr_u(second, 8), mask));
        const e = i16x8.narrow_i32x4_u(v128.and(i32x4.shr_u(first, 16), mask), v128.and(i32x4.shr_u(second, 16), mask));
        eight(v128.load8x8_u(ys + at), d, e, pixels);
      } else
        for (let n = 0; n < 8; n++) {
          const p = at + <usize>n;
          const luma = <u32>load<u8>(ys + p);
          store<u32>(out + p * 4, keyedPixel(luma, entryOf(table, luma, load<u8>(ds + p), load<u8>(es + p)), keyLuma));
        }
    }
    for (; x < width; x++) {
      const at = <usize>x;
      const luma = <u32>load<u8>(ys + at);
      const d = <u32>load<u8>(ds + at);
      const e = <u32>load<u8>(es + at);
      store<u32>(out + at * 4, keyedPixel(luma, table ? entryOf(table, luma, d, e) : 255 | (d << 8) | (e << 16), keyLuma));
    }
    if (alpha)
      for (let n = 0; n < width; n++) {
        const at = out + <usize>(n << 2);
        store<u32>(at, within(load<u32>(at), <u32>max(0, min(255, ((<i32>load<u8>(alpha + <usize>(row * yStride + n)) - 16) * 255 + 109) / 219))));
      }
  }
}

/** A pixel whose colours were stored premultiplied, at the opacity that was stored beside them. */
@inline
function within(pixel: u32, there: u32): u32 {
  const a = min(pixel >>> 24, there);
  return min(pixel & 255, a) | (min((pixel >> 8) & 255, a) << 8) | (min((pixel >> 16) & 255, a) << 16) | (a << 24);
}

/** A premultiplied pixel at a share of 255. */
@inline
function faded(pixel: u32, by: u32): u32 {
  const rb = (pixel & 0x00ff00ff) * by + 0x00800080;
  const ga = ((pixel >> 8) & 0x00ff00ff) * by + 0x00800080;
  return (((rb + ((rb >> 8) & 0x00ff00ff)) >> 8) & 0x00ff00ff) | ((ga + ((ga >> 8) & 0x00ff00ff)) & 0xff00ff00);
}

/** Takes the key out of premultiplied pixels that were whole or clear, in place; colours that the key leaves alone stay to the bit. */
export function keyOut(pixels: usize, count: i32, table: usize, keyLuma: i32): void {
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const value = load<u32>(at);
    const there = value >>> 24;
    if (!there) continue;
    let r = <i32>(value & 255);
    let g = <i32>((value >> 8) & 255);
    let b = <i32>((value >> 16) & 255);
    if (there < 255) {
      r = min(255, (r * 255) / <i32>there);
      g = min(255, (g * 255) / <i32>there);
      b = min(255, (b * 255) / <i32>there);
    }
    const luma = (5983 * r + 20127 * g + 2032 * b + 540672) >> 15;
    const u = (-3298 * r - 11094 * g + 14392 * b + 4210688) >> 15;
    const v = (14392 * r - 13072 * g - 1320 * b + 4210688) >> 15;
    const entry = load<u32>(table + <usize>((((luma >> 4) << 16) | (u << 8) | v) << 2));
    if ((entry & 0xffffff) == (255 | (<u32>u << 8) | (<u32>v << 16))) continue;
    const pixel = keyedPixel(luma, entry, keyLuma);
    store<u32>(at, there < 255 ? faded(pixel, there) : pixel);
  }
}

/** Room at both sides of a row of the edge's planes, in opacities of 16 bits: what lies outside is as the edge. */
const SIDE: i32 = 24;

/** Bytes of each of the two planes that `edge` asks for. */
export function edgeBytes(width: i32, height: i32): i32 {
  return (width + 2 * SIDE) * height * 2;
}

/** One, two, three, two, one of five neighbours. */
@inline
function tented(a: v128, b: v128, c: v128, d: v128, e: v128): v128 {
  const inner = i16x8.add(i16x8.add(b, c), d);
  return i16x8.add(i16x8.add(inner, inner), i16x8.add(i16x8.add(a, c), e));
}

/** Fills the room beside each row with the row's own ends. */
function extend(plane: usize, width: i32, height: i32): void {
  const stride = <usize>((width + 2 * SIDE) * 2);
  for (let row = 0; row < height; row++) {
    const start = plane + <usize>row * stride;
    const first = load<u16>(start + SIDE * 2);
    const last = load<u16>(start + <usize>((SIDE + width - 1) * 2));
    for (let n = 0; n < SIDE; n++) {
      store<u16>(start + <usize>(n * 2), first);
      store<u16>(start + <usize>((SIDE + width + n) * 2), last);
    }
  }
}

/**
 * Moves the edge of what is there inwards and softens it: opacities are blurred over `size` pixels to both sides twice,
 * and what lies between `low` and `high` (of 65280) becomes 0 to 1. Nothing gains opacity. `a` and `b` are planes of
 * `edgeBytes`. Eight pixels at a time; sums are kept within 15 bits.
 */
export function edge(pixels: usize, width: i32, height: i32, size: i32, low: i32, high: i32, a: usize, b: usize): void {
  const stride = <usize>((width + 2 * SIDE) * 2);
  const wide = 2 * size + 1;
  const bits: i32 = wide <= 15 ? 3 : 2;
  for (let row = 0; row < height; row++) {
    const to = a + <usize>row * stride + SIDE * 2;
    const from = pixels + <usize>(row * width * 4);
    let x: i32 = 0;
    for (; x + 8 <= width; x += 8) {
      const first = i32x4.shr_u(v128.load(from + <usize>(x * 4)), 24);
      const second = i32x4.shr_u(v128.load(from + <usize>(x * 4), 16), 24);
      v128.store(to + <usize>(x * 2), i16x8.shl(i16x8.narrow_i32x4_u(first, second), bits));
    }
    for (; x < width; x++) store<u16>(to + <usize>(x * 2), <u16>(<i32>load<u8>(from + <usize>(x * 4), 3) << bits));
  }
  // Two boxes of three are one tent of five, and many edges are no softer.
  const tent = size == 1;
  const share = i16x8.splat(<i16>(tent ? 3641 : (32768 + (wide >> 1)) / wide));
  for (let twice = tent ? 1 : 0; twice < 2; twice++) {
    extend(a, width, height);
    for (let row = 0; row < height; row++) {
      const from = a + <usize>row * stride + SIDE * 2;
      const to = b + <usize>row * stride + SIDE * 2;
      for (let x = 0; x < width; x += 8) {
        const at = from + <usize>(x * 2);
        let sum: v128;
        if (tent) sum = tented(v128.load(at - 4), v128.load(at - 2), v128.load(at), v128.load(at, 2), v128.load(at, 4));
        else {
          sum = i16x8.splat(0);
          for (let n = -size; n <= size; n++) sum = i16x8.add(sum, v128.load(at + <usize>(n * 2)));
        }
        v128.store(to + <usize>(x * 2), i16x8.q15mulr_sat_s(sum, share));
      }
    }
    for (let row = 0; row < height; row++) {
      const to = a + <usize>row * stride + SIDE * 2;
      const first = b + SIDE * 2;
      const r0 = first + <usize>max(0, row - 2) * stride;
      const r1 = first + <usize>max(0, row - 1) * stride;
      const r2 = first + <usize>row * stride;
      const r3 = first + <usize>min(height - 1, row + 1) * stride;
      const r4 = first + <usize>min(height - 1, row + 2) * stride;
      for (let x = 0; x < width; x += 8) {
        const at = <usize>(x * 2);
        let sum: v128;
        if (tent) sum = tented(v128.load(r0 + at), v128.load(r1 + at), v128.load(r2 + at), v128.load(r3 + at), v128.load(r4 + at));
        else {
          sum = i16x8.splat(0);
          for (let n = -size; n <= size; n++) sum = i16x8.add(sum, v128.load(first + <usize>max(0, min(height - 1, row + n)) * stride + at));
        }
        v128.store(to + at, i16x8.q15mulr_sat_s(sum, share));
      }
    }
  }
  low >>= 8 - bits;
  high >>= 8 - bits;
  const span = max(1, high - low);
  for (let row = 0; row < height; row++) {
    const from = a + <usize>row * stride + SIDE * 2;
    for (let x = 0; x < width; x++) {
      // Where all is there far around, nothing is to be done.
      if (!(x & 7) && x + 8 <= width && i16x8.all_true(i16x8.ge_s(v128.load(from + <usize>(x * 2)), i16x8.splat(<i16>high)))) {
        x += 7;
        continue;
      }
      const value = <i32>load<u16>(from + <usize>(x * 2));
      const at = pixels + <usize>((row * width + x) * 4);
      if (value >= high) continue;
      const pixel = load<u32>(at);
      const there = <i32>(pixel >>> 24);
      if (!there) continue;
      const wanted = max(0, ((value - low) * 255) / span);
      if (wanted < there) store<u32>(at, wanted ? faded(pixel, <u32>((wanted * 255) / there)) : 0);
    }
  }
}

/** Opacity as grey, whole everywhere. */
export function matte(pixels: usize, count: i32): void {
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const a = load<u32>(at) >>> 24;
    store<u32>(at, a | (a << 8) | (a << 16) | 0xff000000);
  }
}
