import { describe, expect, it } from 'vitest';
import { dice } from '../draw/hash.ts';
import { guessedKey, keyOfBox } from './chroma.ts';
import type { Raster } from './raster.ts';

const raster = (width: number, height: number, colour: (x: number, y: number) => readonly [number, number, number]): Raster => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let n = 0; n < width * height; n++) data.set([...colour(n % width, Math.floor(n / width)), 255], n * 4);
  return { width, height, data };
};
const near = (hex: string, rgb: readonly number[]): void =>
  rgb.forEach((level, n) => expect(Math.abs(Number.parseInt(hex.slice(1 + 2 * n, 3 + 2 * n), 16) - level)).toBeLessThan(12));

describe('the key that is guessed', () => {
  it('is the colour along the edges, whatever stands in the middle and even where somebody is cut off below', () => {
    const chance = dice(3);
    const image = raster(160, 90, (x, y) => {
      const inside = Math.abs(x - 80) < 25 && y > 20;
      const noise = chance.between(-9, 9);
      return inside ? [200, 160 + noise, 40] : [30 + noise, 175 + noise, 70 + noise];
    });
    const key = guessedKey(image);
    near(key?.colour ?? '', [30, 175, 70]);
    expect(key?.tolerance).toBeGreaterThan(0.1);
    expect(key?.tolerance).toBeLessThan(0.5);
  });

  it('is more tolerant where the wall is more uneven', () => {
    const wall = (spread: number) => {
      const chance = dice(5);
      return guessedKey(raster(80, 60, () => [40 + chance.between(0, spread), 120 + chance.between(0, spread), 200 - chance.between(0, spread)]))?.tolerance ?? 0;
    };
    expect(wall(34)).toBeGreaterThan(wall(4));
  });

  it('is none where edges are grey, or of many colours', () => {
    expect(guessedKey(raster(60, 40, () => [120, 122, 119]))).toBeUndefined();
    const hues = [
      [220, 40, 40],
      [40, 200, 60],
      [50, 60, 220],
      [220, 200, 40],
      [200, 50, 200],
      [40, 200, 210],
    ] as const;
    expect(guessedKey(raster(60, 40, (x, y) => hues[Math.floor((x + 60 * y) / 7) % 6] as (typeof hues)[number]))).toBeUndefined();
  });
});

it('a box picks the average of what lies in it, in whichever corner it was begun; grey is no key', () => {
  const image = raster(40, 20, (x) => (x < 20 ? [30, 160, 60] : [128, 128, 128]));
  near(keyOfBox(image, { left: 0.05, top: 0.1, right: 0.4, bottom: 0.9 })?.colour ?? '', [30, 160, 60]);
  expect(keyOfBox(image, { left: 0.4, top: 0.9, right: 0.05, bottom: 0.1 })).toEqual(keyOfBox(image, { left: 0.05, top: 0.1, right: 0.4, bottom: 0.9 }));
  expect(keyOfBox(image, { left: 0.6, top: 0.1, right: 0.9, bottom: 0.9 })).toBeUndefined();
});
