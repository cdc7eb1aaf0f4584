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

/** A cube root near enough for 8 bits: a guess from the exponent, then two steps of Halley. */
@inline
function cubeRoot(value: f32): f32 {
  if (value < 1e-9) return 0;
  let x = reinterpret<f32>(reinterpret<u32>(value) / 3 + 709921077);
  let cube = x * x * x;
  x = (x * (cube + 2 * value)) / (2 * cube + value);
  cube = x * x * x;
  return (x * (cube + 2 * value)) / (2 * cube + value);
}

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
        const lr = light(luma + 1.5748 * r);
        const lg = light(luma - 0.187324 * b - 0.468124 * r);
        const lb = light(luma + 1.8556 * b);
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

/**
 * A decoded frame as premultiplied pixels. Chroma has half the luma's sides where `halved`, and is taken between its own
 * rows and columns (its samples lie at the left, in the middle of two rows; BT.709). `alpha` is a plane of luma that tells
 * opacity (0: all of it is there; else colours are premultiplied by it), `table` a key's (0: none), `keyLuma` that key's luma above 16.
 */
export function planar(y: usize, u: usize, v: usize, yStride: i32, cStride: i32, width: i32, height: i32, halved: bool, alpha: usize, table: usize, keyLuma: i32, to: usize): void {
  for (let row = 0; row < height; row++) {
    const ys = y + <usize>(row * yStride);
    const out = to + <usize>(row * width * 4);
    let near = row;
    let far = row;
    if (halved) {
      const rows = (height + 1) >> 1;
      near = row >> 1;
      far = row & 1 ? min(near + 1, rows - 1) : max(near - 1, 0);
    }
    const un = u + <usize>(near * cStride);
    const vn = v + <usize>(near * cStride);
    const uf = u + <usize>(far * cStride);
    const vf = v + <usize>(far * cStride);
    const last = halved ? ((width + 1) >> 1) - 1 : width - 1;
    for (let x = 0; x < width; x++) {
      let d: i32;
      let e: i32;
      if (halved) {
        // Three parts of the nearer row, one of the farther; odd columns lie between two samples.
        const c = <usize>(x >> 1);
        d = 3 * <i32>load<u8>(un + c) + <i32>load<u8>(uf + c);
        e = 3 * <i32>load<u8>(vn + c) + <i32>load<u8>(vf + c);
        if (x & 1) {
          const n = <usize>min(<i32>c + 1, last);
          d = (d + 3 * <i32>load<u8>(un + n) + <i32>load<u8>(uf + n) + 4) >> 3;
          e = (e + 3 * <i32>load<u8>(vn + n) + <i32>load<u8>(vf + n) + 4) >> 3;
        } else {
          d = (d + 2) >> 2;
          e = (e + 2) >> 2;
        }
      } else {
        d = load<u8>(un + <usize>x);
        e = load<u8>(vn + <usize>x);
      }
      const luma = <i32>load<u8>(ys + <usize>x);
      let opacity: i32 = 255;
      let c = luma - 16;
      if (table) {
        const entry = load<u32>(table + <usize>((((luma >> 4) << 16) | (d << 8) | e) << 2));
        opacity = entry & 255;
        if (!opacity) {
          store<u32>(out + <usize>(x << 2), 0);
          continue;
        }
        if (opacity < 255) c -= (keyLuma * (255 - opacity)) / 255;
        d = (entry >>> 8) & 255;
        e = (entry >>> 16) & 255;
      }
      let pixel = coloured(c, d - 128, e - 128, opacity);
      if (alpha) pixel = within(pixel, <u32>max(0, min(255, ((<i32>load<u8>(alpha + <usize>(row * yStride + x)) - 16) * 255 + 109) / 219)));
      store<u32>(out + <usize>(x << 2), pixel);
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
    const opacity = <i32>(entry & 255);
    const eu = <i32>((entry >>> 8) & 255);
    const ev = <i32>((entry >>> 16) & 255);
    if (opacity == 255 && eu == u && ev == v) continue;
    if (!opacity) {
      store<u32>(at, 0);
      continue;
    }
    let c = luma - 16;
    if (opacity < 255) c -= (keyLuma * (255 - opacity)) / 255;
    const pixel = coloured(c, eu - 128, ev - 128, opacity);
    store<u32>(at, there < 255 ? faded(pixel, there) : pixel);
  }
}

/** Sums of a row of opacities over `size` to both sides, twice, give a soft edge; `room` holds two rows or columns of i32. */
function boxed(from: usize, step: i32, count: i32, size: i32, room: usize): void {
  const wide = 2 * size + 1;
  let sum: i32 = 0;
  for (let n = -size; n <= size; n++) sum += load<i32>(from + <usize>(max(0, min(count - 1, n)) * step));
  for (let n = 0; n < count; n++) {
    store<i32>(room + <usize>(n << 2), sum / wide);
    sum += load<i32>(from + <usize>(min(count - 1, n + size + 1) * step)) - load<i32>(from + <usize>(max(0, n - size) * step));
  }
  for (let n = 0; n < count; n++) store<i32>(from + <usize>(n * step), load<i32>(room + <usize>(n << 2)));
}

/**
 * Moves the edge of what is there inwards and softens it: opacities are blurred over `size` pixels to both sides twice,
 * and what lies between `low` and `high` (of 65280) becomes 0 to 1. Nothing gains opacity. `plane` holds an i32 a pixel.
 */
export function edge(pixels: usize, width: i32, height: i32, size: i32, low: i32, high: i32, plane: usize, room: usize): void {
  const count = width * height;
  for (let n = 0; n < count; n++) store<i32>(plane + <usize>(n << 2), <i32>(load<u32>(pixels + <usize>(n << 2)) >>> 24) << 8);
  for (let twice = 0; twice < 2; twice++) {
    for (let row = 0; row < height; row++) boxed(plane + <usize>(row * width * 4), 4, width, size, room);
    for (let column = 0; column < width; column++) boxed(plane + <usize>(column * 4), width * 4, height, size, room);
  }
  const span = max(1, high - low);
  for (let n = 0; n < count; n++) {
    const at = pixels + <usize>(n << 2);
    const value = load<u32>(at);
    const there = <i32>(value >>> 24);
    if (!there) continue;
    const wanted = max(0, min(255, ((load<i32>(plane + <usize>(n << 2)) - low) * 255) / span));
    if (wanted < there) store<u32>(at, wanted ? faded(value, <u32>((wanted * 255) / there)) : 0);
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
