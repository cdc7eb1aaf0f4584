import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOklch } from '../draw/colour.ts';
import { dice } from '../draw/hash.ts';
import { cloth, harmony } from './harmony.ts';
import { randomPerson } from './random.ts';

const apart = (a: number, b: number): number => Math.abs(((a - b + 540) % 360) - 180);
/** How many families of hue there are among colours that show one. */
function families(colours: readonly string[]): number {
  const hues: number[] = [];
  for (const colour of colours) {
    const { c, h } = readOklch(colour);
    if (c > 0.06 && !hues.some((one) => apart(one, h) < 24)) hues.push(h);
  }
  return hues.length;
}

describe('colours by chance', () => {
  it('are never mud: between orange and green a cloth is bright or dark', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 0.95, noNaN: true }), fc.double({ min: 0, max: 0.16, noNaN: true }), fc.double({ min: 0, max: 360, noNaN: true }), (l, c, h) => {
        const made = readOklch(cloth(l, c, h));
        expect(made.c > 0.055 && made.l > 0.42 && made.l < 0.7 && made.h > 55 && made.h < 110).toBe(false);
      }),
    );
  });
  it('are of three hues at most, with something pale and something dark among them', () => {
    for (let seed = 0; seed < 300; seed++) {
      const colours = harmony(dice(seed));
      const worn = ['primary', 'secondary', 'accent', 'accent2', 'trousers', 'under', 'outer'].map((slot) => colours[slot] as string);
      expect(families(worn)).toBeLessThanOrEqual(3);
      const lights = worn.map((colour) => readOklch(colour).l);
      expect(Math.max(...lights) - Math.min(...lights)).toBeGreaterThan(0.2);
    }
  });
  it('dress nobody in a headscarf with a beard or a tie', () => {
    let scarves = 0;
    for (let seed = 0; seed < 1500; seed++) {
      const { parts, extras } = randomPerson(seed);
      if (parts.headwear !== 'headscarf') continue;
      scarves++;
      expect(parts.facialHair).toBeUndefined();
      for (const worn of ['tie', 'bow-tie', 'necklace', 'medal']) expect(extras?.[worn]).toBeUndefined();
    }
    expect(scarves).toBeGreaterThan(5);
  });
});
