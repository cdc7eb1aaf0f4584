import type { Chroma } from '../document/schema.ts';
import { labOf } from './oklab.ts';
import type { Raster } from './raster.ts';

/** Lightness below which hues are noise (as in core/paint/keying.as.ts). */
const DARK = 0.16;
/** A ground is looked for in a band along the edges, as wide as this share of the shorter side. */
const BAND = 0.04;
/** A key needs at least so much colour (OKLab a and b by L). */
const COLOURFUL = 0.12;
const HUES = 48;
/** So much of the band has to be of one hue. */
const LEAST_SHARE = 0.3;

interface Hue {
  readonly a: number;
  readonly b: number;
}

/** A colour's hue and strength however much light falls on it: OKLab's a and b by L. */
const hueOf = (red: number, green: number, blue: number): Hue => {
  const { l, a, b } = labOf(red, green, blue);
  const by = Math.max(DARK, l);
  return { a: a / by, b: b / by };
};

/** How far a colour is from a key: 0 at it, 1 at grey; more colour of its hue is still it. */
export function keyDistance(key: Hue, { a, b }: Hue): number {
  const whole = Math.max(1e-4, key.a * key.a + key.b * key.b);
  const along = (a * key.a + b * key.b) / whole;
  const aside = (b * key.a - a * key.b) / whole;
  return Math.hypot(Math.max(0, 1 - along), aside);
}

const hex = (levels: readonly number[]): string => `#${levels.map((level) => Math.round(level).toString(16).padStart(2, '0')).join('')}`;
const median = (sorted: readonly number[], share = 0.5): number => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** How softly a key begins: what is a little farther than the ground's own unevenness is gone; what is less than half of it comes back. */
const MARGIN = 0.06;
const SOFTNESS = 0.42;
export const FIRST_CHROMA = { tolerance: 0.24, softness: SOFTNESS, spill: 1, shrink: 0.5, blur: 1 } as const;

/** The colours at given pixels, as a key that takes them out: their median, as tolerant as they are uneven. */
function keyFrom({ data }: Raster, pixels: readonly number[]): Chroma {
  const channel = (n: number): number[] => pixels.map((at) => data[at * 4 + n] as number).sort((a, b) => a - b);
  const levels = [0, 1, 2].map((n) => median(channel(n)));
  const key = hueOf(...(levels.map(Math.round) as [number, number, number]));
  const distances = pixels.map((at) => keyDistance(key, hueOf(data[at * 4] as number, data[at * 4 + 1] as number, data[at * 4 + 2] as number))).sort((a, b) => a - b);
  const tolerance = Math.min(0.5, Math.max(0.12, median(distances, 0.98) + MARGIN));
  return { ...FIRST_CHROMA, colour: hex(levels), tolerance: Math.round(tolerance * 100) / 100, softness: Math.min(SOFTNESS, Math.round((0.92 - tolerance) * 100) / 100) };
}

/** The colour that most of a picture's edges have, as a key; undefined where no colour is most of it. */
export function guessedKey(raster: Raster): Chroma | undefined {
  const { width, height, data } = raster;
  const band = Math.max(1, Math.round(Math.min(width, height) * BAND));
  const bins: number[][] = Array.from({ length: HUES }, () => []);
  let all = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (x >= band && x < width - band && y >= band && y < height - band) continue;
      const at = y * width + x;
      if ((data[at * 4 + 3] as number) < 128) continue;
      all++;
      const { a, b } = hueOf(data[at * 4] as number, data[at * 4 + 1] as number, data[at * 4 + 2] as number);
      if (Math.hypot(a, b) < COLOURFUL) continue;
      bins[Math.floor(((Math.atan2(b, a) / (2 * Math.PI) + 1) % 1) * HUES)]?.push(at);
    }
  // A hue and its neighbours are one ground.
  const sums = bins.map((_, n) => [-1, 0, 1].flatMap((by) => bins[(n + by + HUES) % HUES] as number[]));
  const best = sums.reduce((a, b) => (b.length > a.length ? b : a));
  return best.length >= Math.max(4, all * LEAST_SHARE) ? keyFrom(raster, best) : undefined;
}

/** The key that a box of the picture asks for (shares of it): its average colour. Undefined where it has no colour. */
export function keyOfBox(raster: Raster, box: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number }): Chroma | undefined {
  const { width, height, data } = raster;
  const column = (share: number): number => Math.max(0, Math.min(width - 1, Math.floor(share * width)));
  const row = (share: number): number => Math.max(0, Math.min(height - 1, Math.floor(share * height)));
  const pixels: number[] = [];
  for (let y = row(Math.min(box.top, box.bottom)); y <= row(Math.max(box.top, box.bottom)); y++)
    for (let x = column(Math.min(box.left, box.right)); x <= column(Math.max(box.left, box.right)); x++) pixels.push(y * width + x);
  const mean = [0, 1, 2].map((n) => pixels.reduce((sum, at) => sum + (data[at * 4 + n] as number), 0) / pixels.length);
  const { a, b } = hueOf(...(mean.map(Math.round) as [number, number, number]));
  return Math.hypot(a, b) < COLOURFUL / 2 ? undefined : { ...keyFrom(raster, pixels), colour: hex(mean) };
}
