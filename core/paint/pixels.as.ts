// What is done to whole surfaces, whatever was painted on them, AssemblyScript. Addresses are bytes.
import { RB, share } from './mixing.as';

/** One colour from `start` to `end`. */
export function flat(start: usize, end: usize, value: u32): void {
  let at = start;
  const four = i32x4.splat(value);
  for (; at + 16 <= end; at += 16) v128.store(at, four);
  for (; at < end; at += 4) store<u32>(at, value);
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
