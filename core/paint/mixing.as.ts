// Arithmetic of premultiplied pixels, one or four at a time, AssemblyScript. What four give is to the bit what one gives.

/** Red and blue of a pixel, or green and opacity of one moved down a byte. */
export const RB: u32 = 0x00ff00ff;

/** Four premultiplied pixels on four others, to the bit as `blend` does it. */
@inline
export function over(d: v128, s: v128): v128 {
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
export function firstTwo(weight: v128): v128 {
  return i8x16.swizzle(weight, i8x16(0, 1, 0, 1, 0, 1, 0, 1, 4, 5, 4, 5, 4, 5, 4, 5));
}
@inline
export function lastTwo(weight: v128): v128 {
  return i8x16.swizzle(weight, i8x16(8, 9, 8, 9, 8, 9, 8, 9, 12, 13, 12, 13, 12, 13, 12, 13));
}

/** Four pixels, each times the opacity of the one it comes to lie on, to the bit as `share` does it. */
@inline
export function within(s: v128, d: v128): v128 {
  const there = i8x16.swizzle(d, i8x16(3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15));
  const half = i16x8.splat(128);
  const low = i16x8.add(i16x8.extmul_low_i8x16_u(s, there), half);
  const high = i16x8.add(i16x8.extmul_high_i8x16_u(s, there), half);
  return i8x16.narrow_i16x8_u(i16x8.shr_u(i16x8.add(low, i16x8.shr_u(low, 8)), 8), i16x8.shr_u(i16x8.add(high, i16x8.shr_u(high, 8)), 8));
}

/** Between four pixels and four others, each by its own weight of 256, to the bit as `mix` does it. */
@inline
export function mixEach(d: v128, s: v128, weight: v128): v128 {
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
export function scaledEach(s: v128, weight: v128): v128 {
  const half = i16x8.splat(128);
  return i8x16.narrow_i16x8_u(
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(s), firstTwo(weight)), half), 8),
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(s), lastTwo(weight)), half), 8),
  );
}

/** Four pixels times `weight` of 256. */
@inline
export function scaledFour(s: v128, weight: i32): v128 {
  const w = i16x8.splat(<i16>weight);
  const half = i16x8.splat(128);
  return i8x16.narrow_i16x8_u(
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(s), w), half), 8),
    i16x8.shr_u(i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(s), w), half), 8),
  );
}

/** Between two pixels: `weight` of 256 of `s`, the rest of `d`. */
@inline
export function mix(d: u32, s: u32, weight: i32): u32 {
  const w = <u32>weight;
  const v = 256 - w;
  return ((((d & RB) * v + (s & RB) * w + 0x00800080) >> 8) & RB) | ((((d >> 8) & RB) * v + ((s >> 8) & RB) * w + 0x00800080) & ~RB);
}

/** A pixel times `weight` of 256. */
@inline
export function scaled(s: u32, weight: i32): u32 {
  const w = <u32>weight;
  return ((((s & RB) * w + 0x00800080) >> 8) & RB) | ((((s >> 8) & RB) * w + 0x00800080) & ~RB);
}

/** A pixel times n of 255, rounded. */
@inline
export function share(s: u32, n: u32): u32 {
  let rb = (s & RB) * n + 0x00800080;
  let ga = ((s >> 8) & RB) * n + 0x00800080;
  rb = ((rb + ((rb >> 8) & RB)) >> 8) & RB;
  ga = (ga + ((ga >> 8) & RB)) & ~RB;
  return rb | ga;
}

@inline
export function over255(v: u32): u32 {
  const w = v + 128;
  return (w + (w >> 8)) >> 8;
}

/** Eight products by 255, rounded, to the bit as `over255` does it. */
@inline
function over255Each(v: v128): v128 {
  const w = i16x8.add(v, i16x8.splat(128));
  return i16x8.shr_u(i16x8.add(w, i16x8.shr_u(w, 8)), 8);
}

/** Four pixels screened on four others, to the bit as `blend` does it. */
@inline
export function screenFour(d: v128, s: v128): v128 {
  const product = i8x16.narrow_i16x8_u(over255Each(i16x8.extmul_low_i8x16_u(s, d)), over255Each(i16x8.extmul_high_i8x16_u(s, d)));
  return i8x16.sub(i8x16.add(s, d), product);
}

/** Four pixels multiplied with four others, to the bit as `blend` does it. */
@inline
export function multiplyFour(d: v128, s: v128): v128 {
  const clear = v128.not(i8x16.swizzle(s, i8x16(3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15)));
  const empty = v128.not(i8x16.swizzle(d, i8x16(3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15)));
  const low = i16x8.add(
    i16x8.add(over255Each(i16x8.extmul_low_i8x16_u(s, empty)), over255Each(i16x8.extmul_low_i8x16_u(d, clear))),
    over255Each(i16x8.extmul_low_i8x16_u(s, d)),
  );
  const high = i16x8.add(
    i16x8.add(over255Each(i16x8.extmul_high_i8x16_u(s, empty)), over255Each(i16x8.extmul_high_i8x16_u(d, clear))),
    over255Each(i16x8.extmul_high_i8x16_u(s, d)),
  );
  return v128.bitselect(screenFour(d, s), i8x16.narrow_i16x8_u(low, high), i32x4.splat(0xff000000));
}
