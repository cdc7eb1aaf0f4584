import type { ColourMatrix } from '../draw/picture.ts';
import { toneMatrix } from '../draw/tone.ts';
import { labOf } from './oklab.ts';
import type { Raster } from './raster.ts';

/** What colours of a region are like, told by its quartiles so that a few odd pixels say nothing (OKLab). */
export interface Harmony {
  /** Middle and spread of lightness, of green to red, of blue to yellow; middle of chroma. */
  readonly light: number;
  readonly spread: number;
  readonly red: number;
  readonly yellow: number;
  readonly chroma: number;
}

/** Values of a layer's look (properties of core/document), each -1..1. */
export interface Matched {
  readonly brightness: number;
  readonly contrast: number;
  readonly saturation: number;
  readonly temperature: number;
}
export const UNMATCHED: Matched = { brightness: 0, contrast: 0, saturation: 0, temperature: 0 };

type Pixels = readonly (readonly [number, number, number])[];

/** So many pixels stand for a region. */
const SAMPLED = 900;

/** Colours of what is seen of a raster, evenly picked: levels 0..255. */
export function sampledPixels({ width, height, data }: Raster, most = SAMPLED): Pixels {
  const seen: number[] = [];
  for (let at = 0; at < width * height; at++) if ((data[at * 4 + 3] as number) > 200) seen.push(at);
  const step = Math.max(1, seen.length / most);
  const out: (readonly [number, number, number])[] = [];
  for (let n = 0; n < seen.length; n += step) {
    const at = (seen[Math.floor(n)] as number) * 4;
    out.push([data[at] as number, data[at + 1] as number, data[at + 2] as number]);
  }
  return out;
}

const quartile = (sorted: Float64Array, share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;

export function harmonyOf(pixels: Pixels): Harmony {
  const labs = pixels.map(([r, g, b]) => labOf(r, g, b));
  const of = (read: (lab: (typeof labs)[number]) => number): Float64Array => Float64Array.from(labs, read).sort();
  const light = of(({ l }) => l);
  return {
    light: quartile(light, 0.5),
    spread: quartile(light, 0.85) - quartile(light, 0.15),
    red: quartile(
      of(({ a }) => a),
      0.5,
    ),
    yellow: quartile(
      of(({ b }) => b),
      0.5,
    ),
    chroma: quartile(
      of(({ a, b }) => Math.hypot(a, b)),
      0.6,
    ),
  };
}

/** Differences that the eye weighs alike: lightness may differ more than a cast. */
const WEIGHTS = { light: 1, spread: 0.8, red: 2, yellow: 3, chroma: 2.2 } as const;
/** Of a region's own difference from what is behind, so much may stay: a person is not a wall. */
const OWN = { light: 0.55, spread: 0.4, red: 0.5, yellow: 0.35, chroma: 0.35 } as const;

/** How far two regions are apart: about 0.1 is not noticed, 0.4 sticks out. */
export const apart = (a: Harmony, b: Harmony): number => Math.hypot(...(Object.keys(WEIGHTS) as (keyof Harmony)[]).map((key) => WEIGHTS[key] * (a[key] - b[key])));

const within = (value: number, most: number): number => Math.max(-most, Math.min(most, value));
const LIMITS: Matched = { brightness: 0.35, contrast: 0.5, saturation: 0.8, temperature: 0.8 };

function toned(pixels: Pixels, values: Matched): Pixels {
  const matrix: ColourMatrix | undefined = toneMatrix({ ...values, tint: '#000000', tintAmount: 0 });
  if (!matrix) return pixels;
  const level = (value: number): number => Math.max(0, Math.min(255, Math.round(value * 255)));
  return pixels.map(([r, g, b]) => {
    const [x, y, z] = [r / 255, g / 255, b / 255];
    const row = (n: number): number => level((matrix[n] as number) * x + (matrix[n + 1] as number) * y + (matrix[n + 2] as number) * z + (matrix[n + 3] as number));
    return [row(0), row(4), row(8)] as const;
  });
}

/** What a region looks like with a look's values on. */
export const harmonyWith = (pixels: Pixels, values: Matched): Harmony => harmonyOf(toned(pixels, values));

/**
 * Values that bring a layer's colours to those behind it: light and spread, colourfulness, warmth. Found by trying (each
 * value up and down, in steps that halve), with the very matrix that the stage uses; what a person has of its own is
 * kept in part. `strength` 0..1 is how much of it is asked for.
 */
export function matchedTo(layer: Pixels, behind: Harmony, strength = 1): Matched {
  if (!layer.length) return UNMATCHED;
  const own = harmonyOf(layer);
  const wanted = Object.fromEntries(
    (Object.keys(OWN) as (keyof Harmony)[]).map((key) => [key, behind[key] + (own[key] - behind[key]) * (1 - strength * (1 - OWN[key]))]),
  ) as unknown as Harmony;
  const few = layer.length > 300 ? layer.filter((_, n) => n % Math.ceil(layer.length / 300) === 0) : layer;
  const keys = Object.keys(UNMATCHED) as (keyof Matched)[];
  // A small price on change keeps what does not help at rest.
  const cost = (values: Matched): number => apart(harmonyWith(few, values), wanted) + 0.01 * keys.reduce((sum, key) => sum + Math.abs(values[key]), 0);
  let best = UNMATCHED;
  let least = cost(best);
  for (let step = 0.24; step > 0.012; step /= 2)
    for (let round = 0; round < 3; round++) {
      let better = false;
      for (const key of keys)
        for (const by of [step, -step]) {
          const tried = { ...best, [key]: within(best[key] + by, LIMITS[key]) };
          const price = cost(tried);
          if (price < least - 1e-6) [best, least, better] = [tried, price, true];
        }
      if (!better) break;
    }
  return Object.fromEntries(keys.map((key) => [key, Math.round(best[key] * 100) / 100])) as unknown as Matched;
}

/** What differs most between a region and what is behind it, in words. */
export function difference(layer: Harmony, behind: Harmony): string {
  const parts: readonly (readonly [number, string])[] = [
    [WEIGHTS.light * (layer.light - behind.light) * 0.45, layer.light > behind.light ? 'brighter' : 'darker'],
    [WEIGHTS.spread * (layer.spread - behind.spread) * 0.8, layer.spread > behind.spread ? 'harder' : 'flatter'],
    [WEIGHTS.yellow * (layer.yellow - behind.yellow), layer.yellow > behind.yellow ? 'warmer' : 'colder'],
    [WEIGHTS.chroma * (layer.chroma - behind.chroma), layer.chroma > behind.chroma ? 'more colourful' : 'paler'],
  ];
  return parts.reduce((a, b) => (Math.abs(b[0]) > Math.abs(a[0]) ? b : a))[1];
}
