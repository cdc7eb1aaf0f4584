// Blurring, AssemblyScript: it knows surfaces alone.

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
