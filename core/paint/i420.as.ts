// RGBA to I420 (BT.709, limited range), AssemblyScript. Twin: i420.ts. Coefficients are 15-bit, rounded
// (rendering.md, Colour). Memory is laid out by the caller: addresses are bytes.

/** Shares of red, green and blue in luma, of 32768. */
const YR: i32 = 5983;
const YG: i32 = 20127;
const YB: i32 = 2032;
/** 16.5 of 32768. */
const LUMA: i32 = 540672;
/** 128.5 of 131072: chroma is counted from the sum of four pixels. */
const CHROMA: i32 = 16842752;

/**
 * Converts a rectangle (x, y, width, height; all even) of RGBA pixels at `rgba`, `stride` bytes a row, into the
 * planes of a frame of `frameWidth` x `frameHeight` at `frame`: two rows at a time, each pixel read once.
 */
export function convert(rgba: usize, stride: usize, x: u32, y: u32, width: u32, height: u32, frame: usize, frameWidth: u32, frameHeight: u32): void {
  const chromaWidth = frameWidth >> 1;
  const blue = frame + <usize>(frameWidth * frameHeight);
  const red = blue + <usize>(chromaWidth * (frameHeight >> 1));
  for (let row: u32 = 0; row < height; row += 2) {
    let a = rgba + <usize>row * stride;
    let b = a + stride;
    let upper = frame + <usize>((y + row) * frameWidth + x);
    let lower = upper + <usize>frameWidth;
    let chroma = <usize>(((y + row) >> 1) * chromaWidth + (x >> 1));
    let n: u32 = 0;
    for (; n + 16 <= width; n += 16) {
      luma(upper, a);
      luma(lower, b);
      const p = blocks(a, b);
      const q = blocks(a + 16, b + 16);
      const r = blocks(a + 32, b + 32);
      const s = blocks(a + 48, b + 48);
      v128.store64_lane(blue + chroma, tint(p, q, r, s, -3298, -11094, 14392), 0);
      v128.store64_lane(red + chroma, tint(p, q, r, s, 14392, -13072, -1320), 0);
      a += 64;
      b += 64;
      upper += 16;
      lower += 16;
      chroma += 8;
    }
    for (; n < width; n += 2) {
      one(upper, a);
      one(upper + 1, a + 4);
      one(lower, b);
      one(lower + 1, b + 4);
      const r = <i32>load<u8>(a) + <i32>load<u8>(a, 4) + <i32>load<u8>(b) + <i32>load<u8>(b, 4);
      const g = <i32>load<u8>(a, 1) + <i32>load<u8>(a, 5) + <i32>load<u8>(b, 1) + <i32>load<u8>(b, 5);
      const c = <i32>load<u8>(a, 2) + <i32>load<u8>(a, 6) + <i32>load<u8>(b, 2) + <i32>load<u8>(b, 6);
      store<u8>(blue + chroma, <u8>((-3298 * r - 11094 * g + 14392 * c + CHROMA) >> 17));
      store<u8>(red + chroma, <u8>((14392 * r - 13072 * g - 1320 * c + CHROMA) >> 17));
      a += 8;
      b += 8;
      upper += 2;
      lower += 2;
      chroma++;
    }
  }
}

/** Luma of one pixel. */
@inline
function one(to: usize, from: usize): void {
  store<u8>(to, <u8>((YR * <i32>load<u8>(from) + YG * <i32>load<u8>(from, 1) + YB * <i32>load<u8>(from, 2) + LUMA) >> 15));
}

/** Luma of sixteen pixels. */
@inline
function luma(to: usize, from: usize): void {
  const a = four(v128.load(from));
  const b = four(v128.load(from, 16));
  const c = four(v128.load(from, 32));
  const d = four(v128.load(from, 48));
  v128.store(to, i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(a, b), i16x8.narrow_i32x4_u(c, d)));
}

@inline
function four(pixels: v128): v128 {
  const shares = i16x8(<i16>YR, <i16>YG, <i16>YB, 0, <i16>YR, <i16>YG, <i16>YB, 0);
  const low = i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(pixels), shares);
  const high = i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(pixels), shares);
  return i32x4.shr_u(i32x4.add(pairs(low, high), i32x4.splat(LUMA)), 15);
}

/** Sums of neighbouring lanes. */
@inline
function pairs(a: v128, b: v128): v128 {
  return i32x4.add(i8x16.shuffle(a, b, 0, 1, 2, 3, 8, 9, 10, 11, 16, 17, 18, 19, 24, 25, 26, 27), i8x16.shuffle(a, b, 4, 5, 6, 7, 12, 13, 14, 15, 20, 21, 22, 23, 28, 29, 30, 31));
}

/** Sums of two blocks of 2 x 2 pixels: red, green, blue, opacity of each. */
@inline
function blocks(a: usize, b: usize): v128 {
  const p = v128.load(a);
  const q = v128.load(b);
  const low = i16x8.add(i16x8.extend_low_i8x16_u(p), i16x8.extend_low_i8x16_u(q));
  const high = i16x8.add(i16x8.extend_high_i8x16_u(p), i16x8.extend_high_i8x16_u(q));
  return i16x8.add(
    i8x16.shuffle(low, high, 0, 1, 2, 3, 4, 5, 6, 7, 16, 17, 18, 19, 20, 21, 22, 23),
    i8x16.shuffle(low, high, 8, 9, 10, 11, 12, 13, 14, 15, 24, 25, 26, 27, 28, 29, 30, 31),
  );
}

/** One chroma value of eight blocks, in the low half. */
@inline
function tint(p: v128, q: v128, r: v128, s: v128, kr: i16, kg: i16, kb: i16): v128 {
  const shares = i16x8(kr, kg, kb, 0, kr, kg, kb, 0);
  const offset = i32x4.splat(CHROMA);
  const first = i32x4.shr_s(i32x4.add(pairs(i32x4.dot_i16x8_s(p, shares), i32x4.dot_i16x8_s(q, shares)), offset), 17);
  const second = i32x4.shr_s(i32x4.add(pairs(i32x4.dot_i16x8_s(r, shares), i32x4.dot_i16x8_s(s, shares)), offset), 17);
  const eight = i16x8.narrow_i32x4_u(first, second);
  return i8x16.narrow_i16x8_u(eight, eight);
}
