// RGBA to I420 (BT.709, limited range), AssemblyScript. Twin: i420.ts. Coefficients are 15-bit, rounded
// (rendering.md, Colour). Memory is laid out by the caller: addresses are bytes.

/**
 * Converts a rectangle (x, y, width, height; all even) of RGBA pixels at `rgba`, `stride` bytes a row, into the
 * planes of a frame of `frameWidth` x `frameHeight` at `frame`.
 */
export function convert(rgba: usize, stride: usize, x: u32, y: u32, width: u32, height: u32, frame: usize, frameWidth: u32, frameHeight: u32): void {
  const luma = frame;
  const chromaWidth = frameWidth >> 1;
  const u = frame + <usize>(frameWidth * frameHeight);
  const v = u + <usize>(chromaWidth * (frameHeight >> 1));
  const yr = i32x4.splat(5983);
  const yg = i32x4.splat(20127);
  const yb = i32x4.splat(2032);
  const offset = i32x4.splat(540672); // 16.5 * 32768
  const mask = i32x4.splat(255);
  for (let row: u32 = 0; row < height; row++) {
    let from = rgba + <usize>row * stride;
    let to = luma + <usize>((y + row) * frameWidth + x);
    let n: u32 = 0;
    for (; n + 16 <= width; n += 16) {
      const a = four(v128.load(from), yr, yg, yb, offset, mask);
      const b = four(v128.load(from, 16), yr, yg, yb, offset, mask);
      const c = four(v128.load(from, 32), yr, yg, yb, offset, mask);
      const d = four(v128.load(from, 48), yr, yg, yb, offset, mask);
      v128.store(to, i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(a, b), i16x8.narrow_i32x4_u(c, d)));
      from += 64;
      to += 16;
    }
    for (; n < width; n++) {
      const r = <i32>load<u8>(from);
      const g = <i32>load<u8>(from, 1);
      const b = <i32>load<u8>(from, 2);
      store<u8>(to, <u8>((5983 * r + 20127 * g + 2032 * b + 540672) >> 15));
      from += 4;
      to++;
    }
  }
  for (let row: u32 = 0; row < height; row += 2) {
    let a = rgba + <usize>row * stride;
    let b = a + stride;
    let to = <usize>(((y + row) >> 1) * chromaWidth + (x >> 1));
    for (let n: u32 = 0; n < width; n += 2) {
      const r = <i32>load<u8>(a) + <i32>load<u8>(a, 4) + <i32>load<u8>(b) + <i32>load<u8>(b, 4);
      const g = <i32>load<u8>(a, 1) + <i32>load<u8>(a, 5) + <i32>load<u8>(b, 1) + <i32>load<u8>(b, 5);
      const c = <i32>load<u8>(a, 2) + <i32>load<u8>(a, 6) + <i32>load<u8>(b, 2) + <i32>load<u8>(b, 6);
      store<u8>(u + to, <u8>((-3298 * r - 11094 * g + 14392 * c + 16842752) >> 17));
      store<u8>(v + to, <u8>((14392 * r - 13072 * g - 1320 * c + 16842752) >> 17));
      a += 8;
      b += 8;
      to++;
    }
  }
}

@inline
function four(pixels: v128, yr: v128, yg: v128, yb: v128, offset: v128, mask: v128): v128 {
  const r = v128.and(pixels, mask);
  const g = v128.and(i32x4.shr_u(pixels, 8), mask);
  const b = v128.and(i32x4.shr_u(pixels, 16), mask);
  const sum = i32x4.add(i32x4.add(i32x4.mul(r, yr), i32x4.mul(g, yg)), i32x4.add(i32x4.mul(b, yb), offset));
  return i32x4.shr_u(sum, 15);
}
