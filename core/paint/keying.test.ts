import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { IDENTITY } from '../draw/matrix.ts';
import type { Keying } from '../draw/picture.ts';
import type { EngineExports } from './engine.ts';
import { paintFully } from './incremental.ts';
import { Painter, type PlanarImage, type RawImage } from './paint.ts';

const GREEN = '#22b04a';
const KEY: Keying = { colour: GREEN, tolerance: 0.24, softness: 0.42, spill: 1, shrink: 0, blur: 0 };
let exports: EngineExports;
beforeAll(() => {
  const module = new WebAssembly.Module(readFileSync(new URL('./engine.wasm', import.meta.url)));
  exports = new WebAssembly.Instance(module, { env: { abort() {} } }).exports as unknown as EngineExports;
});

type Rgb = readonly [number, number, number];
const of = (hex: string): Rgb => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)) as unknown as Rgb;
const raster = (width: number, height: number, colour: (x: number, y: number) => readonly number[]): RawImage => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [r = 0, g = 0, b = 0, a = 255] = colour(x, y);
      data.set([r, g, b, a], (y * width + x) * 4);
    }
  return { width, height, data };
};
/** What a picture is on nothing at its own size, straight alpha. */
function shown(image: RawImage | PlanarImage, keying?: Keying, frame?: number, scale = 1): (x: number, y: number) => number[] {
  const painter = new Painter(exports, () => image);
  const { width, height } = image;
  const picture = { media: 'one', x: 0, y: 0, width: width * scale, height: height * scale, ...(keying ? { keying } : {}), ...(frame === undefined ? {} : { frame }) };
  const surface = paintFully(
    painter,
    { width: width * scale, height: height * scale, planes: [{ id: 'all', view: IDENTITY, nodes: [{ id: 'p', matrix: IDENTITY, image: picture }] }] },
    width * scale,
    height * scale,
  );
  const pixels = surface.pixels();
  return (x, y) => [...pixels.slice((y * width * scale + x) * 4, (y * width * scale + x) * 4 + 4)];
}

describe('a colour that is taken out', () => {
  it('is gone, and every colour far from it stays as it is', () => {
    const skin = of('#b97a56');
    const at = shown(
      raster(8, 4, (x) => (x < 4 ? of(GREEN) : skin)),
      KEY,
    );
    expect(at(1, 1)).toEqual([0, 0, 0, 0]);
    expect(at(6, 2)).toEqual([...skin, 255]);
  });

  it('is gone in shadow and light too: how much light falls on the wall does not matter', () => {
    const [r, g, b] = of(GREEN);
    const light = [0.35, 0.5, 0.7, 1, 1.15];
    const at = shown(
      raster(5, 1, (x) => [r, g, b].map((level) => Math.min(255, Math.round(level * (light[x] as number))))),
      KEY,
    );
    for (let x = 0; x < 5; x++) expect(at(x, 0)[3], `light ${light[x]}`).toBe(0);
  });

  it('at an edge leaves the subject’s own colour, as much as there is of it', () => {
    const [key, coat] = [of(GREEN), of('#7a3b8f')];
    const shares = [0, 0.25, 0.5, 0.75, 1];
    const at = shown(
      raster(5, 1, (x) => key.map((level, c) => Math.round(level + ((coat[c] as number) - level) * (shares[x] as number)))),
      KEY,
    );
    const alphas = shares.map((_, x) => at(x, 0)[3] as number);
    expect(alphas[0]).toBe(0);
    expect(alphas[4]).toBe(255);
    expect([...alphas]).toEqual([...alphas].sort((a, b) => a - b));
    // Half of each: about half is there, and it is no greener than the coat.
    const [r, g, b, a] = at(2, 0) as [number, number, number, number];
    expect(a / 255).toBeGreaterThan(0.35);
    expect(g).toBeLessThan(Math.max(r, b));
  });

  it('with spill, green light on skin is taken off; without, it stays', () => {
    const lit = raster(1, 1, () => [125, 165, 115]);
    const greener = (spill: number): number => {
      const [red, green, blue] = shown(lit, { ...KEY, tolerance: 0.05, softness: 0.1, spill })(0, 0) as [number, number, number];
      return green - (red + blue) / 2;
    };
    expect(greener(0)).toBeGreaterThan(40);
    expect(greener(1)).toBeLessThan(greener(0) - 12);
  });

  it('a tolerance that grows never gives anything back (property)', () => {
    const level = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(fc.array(fc.tuple(level, level, level), { minLength: 16, maxLength: 16 }), fc.double({ min: 0.05, max: 0.6, noNaN: true }), (colours, tolerance) => {
        const image = raster(16, 1, (x) => colours[x] as Rgb);
        const [less, more] = [shown(image, { ...KEY, tolerance }), shown(image, { ...KEY, tolerance: tolerance + 0.2 })];
        for (let x = 0; x < 16; x++) expect(more(x, 0)[3]).toBeLessThanOrEqual((less(x, 0)[3] as number) + 1);
      }),
      { numRuns: 12 },
    );
  });

  it('its edge is drawn in and softened, and nothing gains', () => {
    const image = raster(40, 12, (x) => (x < 20 ? of(GREEN) : of('#7a3b8f')));
    const row = (keying: Keying): number[] => {
      const at = shown(image, keying);
      return Array.from({ length: 40 }, (_, x) => at(x, 6)[3] as number);
    };
    const sharp = row(KEY);
    const drawn = row({ ...KEY, shrink: 3 });
    expect(sharp.indexOf(255)).toBe(20);
    const middle = drawn.findIndex((a) => a >= 128);
    expect(middle).toBeGreaterThanOrEqual(22);
    expect(middle).toBeLessThanOrEqual(24);
    expect(drawn[39]).toBe(255);
    const soft = row({ ...KEY, blur: 6 });
    expect(soft.filter((a) => a > 10 && a < 245).length).toBeGreaterThan(3);
    for (const other of [drawn, soft]) other.forEach((a, x) => expect(a).toBeLessThanOrEqual(sharp[x] as number));
  });

  it('only what is inside an outline is kept; as a matte, what stays is white and the rest black', () => {
    const image = raster(20, 20, () => of('#7a3b8f'));
    const rough = [
      [0.25, 0.25],
      [0.75, 0.25],
      [0.75, 0.75],
      [0.25, 0.75],
    ] as const;
    const at = shown(image, { ...KEY, rough });
    expect(at(10, 10)[3]).toBe(255);
    expect(at(2, 10)[3]).toBe(0);
    expect(at(10, 17)[3]).toBe(0);
    const matte = shown(image, { ...KEY, rough, matte: true });
    expect(matte(10, 10)).toEqual([255, 255, 255, 255]);
    expect(matte(2, 2)).toEqual([0, 0, 0, 255]);
  });
});

describe('decoded frames', () => {
  /** BT.709 limited, each plane filled. */
  const planar = (width: number, height: number, halved: boolean, [y, u, v]: Rgb, opacity?: number): PlanarImage => {
    const rows = height * (opacity === undefined ? 1 : 2);
    const chroma = halved ? Math.ceil(width / 2) * Math.ceil(rows / 2) : width * rows;
    const planes = new Uint8Array(width * rows + 2 * chroma);
    planes.fill(y, 0, width * height);
    if (opacity !== undefined) planes.fill(opacity, width * height, width * rows);
    planes.fill(u, width * rows, width * rows + chroma);
    planes.fill(v, width * rows + chroma);
    return { width, height, planes, halved, alpha: opacity !== undefined };
  };
  const near = (found: readonly number[], wanted: readonly number[]): void =>
    wanted.forEach((level, n) => expect(Math.abs((found[n] as number) - level), `${found} for ${wanted}`).toBeLessThanOrEqual(2));

  it('have the colours that were coded: black, white, and the three primaries, of either chroma', () => {
    for (const halved of [true, false])
      for (const [coded, rgb] of [
        [
          [16, 128, 128],
          [0, 0, 0],
        ],
        [
          [235, 128, 128],
          [255, 255, 255],
        ],
        [
          [63, 102, 240],
          [255, 0, 0],
        ],
        [
          [173, 42, 26],
          [0, 255, 0],
        ],
        [
          [32, 240, 118],
          [0, 0, 255],
        ],
      ] as const)
        for (const width of [2, 18, 34]) near(shown(planar(width, 6, halved, coded), undefined, 0)(width - 1, 3), [...rgb, 255]);
  });

  it('with opacity below are as clear as it says', () => {
    // Premultiplied: half of white is coded as grey.
    const at = shown(planar(8, 4, false, [126, 128, 128], 126), undefined, 0);
    near(at(3, 2), [255, 255, 255, 128]);
  });

  it('are keyed as pictures are', () => {
    const at = shown(planar(32, 8, true, [140, 80, 60]), { ...KEY, colour: '#3fb146' }, 3);
    expect(at(12, 4)[3]).toBe(0);
  });

  it('made smaller are the mean of what they show, and never softer than the output', () => {
    const width = 64;
    const planes = new Uint8Array(width * 32 * 1.5).fill(128);
    // Columns in pairs, dark and light.
    for (let n = 0; n < width * 32; n++) planes[n] = n % width < 32 ? 40 : n % 4 < 2 ? 60 : 180;
    const at = shown({ width, height: 32, planes, halved: true, alpha: false }, undefined, 0, 0.25);
    const grey = (luma: number): number => Math.round(((luma - 16) * 255) / 219);
    near(at(2, 4).slice(0, 1), [grey(40)]);
    near(at(12, 4).slice(0, 1), [grey(120)]);
  });

  it('an older frame that stands in for a late one is not taken for it later', () => {
    const [dark, light] = [planar(4, 4, false, [60, 128, 128]), planar(4, 4, false, [200, 128, 128])];
    let there = false;
    const painter = new Painter(exports, () => (there ? light : { ...dark, standsIn: 1 }));
    const paint = (): number => {
      const nodes = [{ id: 'p', matrix: IDENTITY, image: { media: 'one', frame: 2, x: 0, y: 0, width: 4, height: 4 } }];
      return paintFully(painter, { width: 4, height: 4, planes: [{ id: 'all', view: IDENTITY, nodes }] }, 4, 4).pixels()[0] as number;
    };
    expect(paint()).toBeLessThan(60);
    there = true;
    expect(paint()).toBeGreaterThan(200);
  });
});
