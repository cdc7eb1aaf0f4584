import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dice } from '../draw/hash.ts';
import { distanceSquared, geodesic, piecesOf } from './distance.ts';
import { cutGrid, WAYS } from './maxflow.ts';
import { mixtureOf } from './mixture.ts';
import { labOf, labOfAll } from './oklab.ts';
import { outlinesOf, thinned } from './outline.ts';
import { boundsOf, cropped, type Raster, resized, scaleTo, shrunk } from './raster.ts';
import { nearbyColours, softened } from './smooth.ts';

const chequers = (width: number, height: number): Raster => ({
  width,
  height,
  data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, n) => (n % 4 === 3 ? 255 : (((n >> 2) % width) + Math.floor((n >> 2) / width)) & 1 ? 255 : 0)),
});

describe('a picture made smaller', () => {
  it('is the mean of what each pixel covers', () => {
    const small = shrunk(chequers(8, 8), 4, 4);
    expect([small.width, small.height]).toEqual([4, 4]);
    for (let n = 0; n < small.data.length; n++) expect(small.data[n]).toBe(n % 4 === 3 ? 255 : 128);
  });
  it('by a share of a pixel still weighs all of it: the whole mean stays', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 20 }), fc.integer({ min: 3, max: 20 }), fc.nat(1e6), (width, height, seed) => {
        const chance = dice(seed);
        const image: Raster = { width, height, data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, n) => (n % 4 === 3 ? 255 : chance.between(0, 255))) };
        const small = shrunk(image, Math.max(1, width - 2), Math.max(1, height - 2));
        const mean = ({ data }: Raster): number => data.reduce((sum, value, n) => (n % 4 ? sum : sum + value), 0) / (data.length / 4);
        expect(Math.abs(mean(small) - mean(image))).toBeLessThan(1.2);
      }),
      { numRuns: 60 },
    );
  });
  it('leaves the colours of what is clear out of account', () => {
    const data = new Uint8ClampedArray([200, 100, 50, 255, 0, 255, 0, 0]);
    expect([...shrunk({ width: 2, height: 1, data }, 1, 1).data]).toEqual([200, 100, 50, 128]);
  });
  it('is the picture itself where it is small enough', () => {
    const image = chequers(4, 4);
    expect(shrunk(image, 9, 9)).toBe(image);
    expect(scaleTo({ width: 4000, height: 1000 }, 1000)).toBe(0.25);
    expect(scaleTo({ width: 10, height: 10 }, 1000)).toBe(1);
  });
});

describe('part of a picture', () => {
  it('is cut out where it lies, clear where it reaches over the edge', () => {
    const image = chequers(4, 4);
    const part = cropped(image, -1, 1, 3, 2);
    expect([part.data[3], part.data[7]]).toEqual([0, 255]);
    expect([...part.data.subarray(4, 12)]).toEqual([...image.data.subarray(16, 24)]);
  });
  it('has the bounds of what is not clear', () => {
    const image: Raster = { width: 6, height: 5, data: new Uint8ClampedArray(120) };
    expect(boundsOf(image)).toBeUndefined();
    for (const [x, y] of [
      [1, 2],
      [4, 3],
    ] as const)
      image.data[(y * 6 + x) * 4 + 3] = 20;
    expect(boundsOf(image)).toEqual({ left: 1, top: 2, width: 4, height: 2 });
    expect(boundsOf(image, 30)).toBeUndefined();
  });
});

describe('a plate', () => {
  it('made larger goes evenly from middle to middle, made smaller keeps its mean', () => {
    const large = resized({ width: 2, height: 1, data: new Float32Array([0, 1]) }, 4, 1);
    expect([...large.data]).toEqual([0, 0.25, 0.75, 1]);
    expect([...resized({ width: 4, height: 2, data: new Float32Array([0, 1, 0, 1, 1, 1, 1, 1]) }, 2, 1).data]).toEqual([0.75, 0.75]);
  });
  it('blurred spreads and loses nothing', () => {
    const data = new Float32Array(41 * 41);
    data[20 * 41 + 20] = 1;
    const soft = softened({ width: 41, height: 41, data }, 3);
    expect(soft.data.reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 4);
    expect(soft.data[20 * 41 + 20]).toBeLessThan(0.05);
    let spread = 0;
    soft.data.forEach((value, p) => (spread += value * ((p % 41) - 20) ** 2));
    expect(Math.sqrt(spread)).toBeGreaterThan(2.5);
    expect(Math.sqrt(spread)).toBeLessThan(3.5);
  });
  it('of colours nearby is their mean by weight', () => {
    const colours = new Float32Array(9 * 9 * 3).map((_, n) => (Math.floor(n / 3) % 9 < 4 ? 10 : 200));
    const [red, , , weight] = nearbyColours(9, 9, colours, (p) => (p % 9 < 4 ? 1 : 0), 2);
    expect((red.data[40] as number) / (weight.data[40] as number)).toBeCloseTo(10, 3);
  });
});

describe('OKLab', () => {
  it('has the known values of white, black and the primaries', () => {
    const near = (rgb: [number, number, number], lab: [number, number, number]): void => {
      const { l, a, b } = labOf(...rgb);
      expect(
        [l, a, b].every((value, n) => Math.abs(value - (lab[n] as number)) < 2e-3),
        `${rgb}`,
      ).toBe(true);
    };
    near([255, 255, 255], [1, 0, 0]);
    near([0, 0, 0], [0, 0, 0]);
    near([255, 0, 0], [0.628, 0.2249, 0.1258]);
    near([0, 255, 0], [0.8664, -0.2339, 0.1795]);
    near([0, 0, 255], [0.452, -0.0325, -0.3115]);
    expect(labOfAll({ width: 1, height: 1, data: new Uint8ClampedArray([255, 0, 0, 255]) })[0]).toBeCloseTo(0.628, 3);
  });
});

describe('distances', () => {
  it('to a mask are those that are found by trying all of it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), fc.nat(1e6), (width, height, seed) => {
        const chance = dice(seed);
        const mask = Uint8Array.from({ length: width * height }, () => (chance.next() < 0.15 ? 1 : 0));
        if (!mask.includes(1)) return;
        const far = distanceSquared(width, height, (p) => mask[p] === 1);
        for (let p = 0; p < mask.length; p++) {
          let least = Number.POSITIVE_INFINITY;
          for (let q = 0; q < mask.length; q++) if (mask[q]) least = Math.min(least, ((p % width) - (q % width)) ** 2 + (Math.floor(p / width) - Math.floor(q / width)) ** 2);
          expect(far[p]).toBe(least);
        }
      }),
      { numRuns: 80 },
    );
  });
  it('along even colours go round what is of another', () => {
    // A wall across the middle with one gap.
    const lab = new Float32Array(9 * 9 * 3);
    for (let x = 0; x < 8; x++) lab[(4 * 9 + x) * 3] = 1;
    const far = geodesic(9, 9, lab, (p) => p === 0, 0.01);
    expect(far[8 * 9]).toBeGreaterThan(0.14);
    expect(far[8 * 9]).toBeLessThan(0.3);
    expect(far[3 * 9]).toBeCloseTo(0.03, 3);
  });
  it('pieces of a mask are counted and measured', () => {
    const mask = [1, 1, 0, 1, 0, 0, 0, 1, 1, 0, 0, 0];
    const { of, pieces } = piecesOf(4, 3, mask);
    expect([...of]).toEqual([1, 1, 0, 2, 0, 0, 0, 2, 3, 0, 0, 0]);
    expect(pieces[1]).toEqual({ pixels: 2, left: 3, top: 0, right: 3, bottom: 1 });
  });
});

describe('the cheapest cut of a grid', () => {
  /** The cost of a labelling, by its definition. */
  const costOf = (width: number, height: number, label: (p: number) => boolean, terminal: Float32Array, between: readonly Float32Array[]): number => {
    let sum = 0;
    for (let p = 0; p < width * height; p++) {
      const own = terminal[p] as number;
      sum += label(p) ? Math.max(0, -own) : Math.max(0, own);
      WAYS.forEach(([dx, dy], way) => {
        const [x, y] = [(p % width) + dx, Math.floor(p / width) + dy];
        if (x < 0 || y < 0 || x >= width || y >= height) return;
        if (label(p) && !label(y * width + x)) sum += between[way]?.[p] as number;
      });
    }
    return sum;
  };
  it('is no dearer than any other', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 3 }), fc.nat(1e6), (width, height, seed) => {
        const chance = dice(seed);
        const count = width * height;
        const terminal = Float32Array.from({ length: count }, () => Math.round(chance.between(-9, 9)));
        const between = WAYS.map(() => new Float32Array(count));
        WAYS.forEach(([dx, dy], way) => {
          for (let p = 0; p < count; p++) {
            const [x, y] = [(p % width) + dx, Math.floor(p / width) + dy];
            if (x >= 0 && y >= 0 && x < width && y < height) (between[way] as Float32Array)[p] = Math.round(chance.between(0, 6));
          }
        });
        const cut = cutGrid(
          width,
          height,
          terminal.slice(),
          between.map((tie) => tie.slice()),
        );
        const own = costOf(width, height, (p) => cut[p] === 1, terminal, between);
        for (let bits = 0; bits < 1 << count; bits++) expect(own).toBeLessThanOrEqual(costOf(width, height, (p) => ((bits >> p) & 1) === 1, terminal, between) + 1e-3);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a colour model', () => {
  it('finds its own colours likelier than others', () => {
    const chance = dice(3);
    const lab = new Float32Array(600 * 3);
    for (let p = 0; p < 600; p++) lab.set([p % 2 ? 0.3 : 0.8, chance.between(-0.02, 0.02), p % 2 ? 0.1 : -0.1], p * 3);
    const model = mixtureOf(lab, [...Array(600).keys()], 3);
    expect(model.cost(0.3, 0, 0.1)).toBeLessThan(model.cost(0.55, 0, 0));
    expect(model.cost(0.8, 0, -0.1)).toBeLessThan(model.cost(0.55, 0, 0));
    expect(model.cost(0.55, 0.2, 0)).toBeGreaterThan(30);
  });
  it('of nothing finds nothing likely, and says so without an error', () => expect(mixtureOf(new Float32Array(3), []).cost(0.5, 0, 0)).toBeGreaterThan(60));
});

describe('outlines', () => {
  const disc = (x: number, y: number): number => Math.min(1, Math.max(0, 12.5 - Math.hypot(x - 20, y - 20)));
  it('go round a piece once, where it crosses one half', () => {
    const [line, ...others] = outlinesOf(40, 40, disc);
    expect(others).toEqual([]);
    for (const [x, y] of line ?? []) expect(Math.abs(Math.hypot(x * 40 - 20.5, y * 40 - 20.5) - 12)).toBeLessThan(0.6);
  });
  it('have one line for each piece and each hole, also at the edge', () => {
    const ring = (x: number, y: number): number => (Math.hypot(x - 20, y - 20) < 12 && Math.hypot(x - 20, y - 20) > 6 ? 1 : 0);
    expect(outlinesOf(40, 40, ring)).toHaveLength(2);
    expect(outlinesOf(10, 10, () => 1)).toHaveLength(1);
    expect(outlinesOf(10, 10, () => 0)).toHaveLength(0);
    expect(outlinesOf(6, 6, (x, y) => ((x + y) % 2 ? 1 : 0)).length).toBeGreaterThan(1);
  });
  it('lose only points that are not needed', () => {
    const line = [
      [0, 0],
      [1, 0.01],
      [2, 0],
      [3, 2],
      [4, 0],
    ] as const;
    expect(thinned(line, 0.1)).toEqual([
      [0, 0],
      [2, 0],
      [3, 2],
      [4, 0],
    ]);
    expect(thinned(line, 5)).toEqual([
      [0, 0],
      [4, 0],
    ]);
  });
});
