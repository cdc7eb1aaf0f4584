import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dice } from '../draw/hash.ts';
import { apart, difference, harmonyOf, harmonyWith, matchedTo, sampledPixels, UNMATCHED } from './match.ts';

type Pixel = readonly [number, number, number];
/** Colours about one, as unevenly spread as asked. */
const region = (middle: Pixel, spread: number, seed = 1): Pixel[] => {
  const chance = dice(seed);
  const level = (value: number): number => Math.max(0, Math.min(255, Math.round(value + chance.between(-spread, spread))));
  return Array.from({ length: 300 }, () => [level(middle[0]), level(middle[1]), level(middle[2])]);
};

const DULL = harmonyOf(region([120, 118, 112], 30));

describe('matching what is behind', () => {
  it.each([
    ['too colourful', region([210, 70, 40], 50)],
    ['too bright', region([245, 240, 235], 8)],
    ['too cold', region([60, 110, 190], 30)],
    ['too hard', region([128, 120, 110], 120)],
  ])('brings somebody who is %s nearer', (_, layer) => {
    const values = matchedTo(layer, DULL);
    expect(apart(harmonyWith(layer, values), DULL)).toBeLessThan(apart(harmonyOf(layer), DULL) * 0.75);
  });

  it('goes the way that it says: paler for colourful, darker for bright, warmer for cold', () => {
    expect(matchedTo(region([210, 70, 40], 50), DULL).saturation).toBeLessThan(-0.1);
    expect(matchedTo(region([240, 238, 230], 10), DULL).brightness).toBeLessThan(-0.05);
    expect(matchedTo(region([70, 110, 180], 25), DULL).temperature).toBeGreaterThan(0.05);
  });

  it('leaves what fits as it is, and does nothing at no strength', () => {
    for (const value of Object.values(matchedTo(region([120, 118, 112], 30, 9), DULL))) expect(Math.abs(value)).toBeLessThan(0.12);
    expect(matchedTo(region([210, 70, 40], 50), DULL, 0)).toEqual(UNMATCHED);
    expect(matchedTo([], DULL)).toEqual(UNMATCHED);
  });

  it('never makes it worse, and stays in its range (property)', () => {
    const level = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(fc.tuple(level, level, level), fc.tuple(level, level, level), fc.integer({ min: 2, max: 60 }), (a, b, spread) => {
        const [layer, behind] = [region(a, spread), harmonyOf(region(b, spread, 4))];
        const values = matchedTo(layer, behind);
        expect(apart(harmonyWith(layer, values), behind)).toBeLessThanOrEqual(apart(harmonyOf(layer), behind) + 0.02);
        for (const value of Object.values(values)) expect(Math.abs(value)).toBeLessThanOrEqual(0.8);
      }),
      { numRuns: 25 },
    );
  });
});

it('a few odd pixels say nothing about a region', () => {
  const plain = region([120, 100, 80], 20);
  const odd = plain.map((pixel, n) => (n % 12 === 0 ? ([255, 0, 255] as const) : pixel));
  expect(apart(harmonyOf(plain), harmonyOf(odd))).toBeLessThan(0.08);
});

it('the difference is named by what differs most', () => {
  expect(difference(harmonyOf(region([240, 90, 30], 40)), DULL)).toMatch(/colourful|warmer/);
  expect(difference(harmonyOf(region([250, 250, 248], 3)), harmonyOf(region([30, 30, 30], 3)))).toBe('brighter');
});

it('only what is seen is sampled, and evenly', () => {
  const data = new Uint8ClampedArray(100 * 4);
  for (let n = 0; n < 100; n++) data.set([n, 0, 0, n < 50 ? 255 : 0], n * 4);
  const pixels = sampledPixels({ width: 10, height: 10, data }, 10);
  expect(pixels.length).toBeGreaterThanOrEqual(9);
  expect(Math.max(...pixels.map(([red]) => red))).toBeLessThan(50);
  expect(pixels[1]?.[0]).toBeCloseTo(5, 0);
});
