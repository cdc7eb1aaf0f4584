import { describe, expect, it } from 'vitest';
import { cutLimbs, limbOf } from './limbs.ts';
import type { Raster } from './raster.ts';
import { faceAt } from './suggest.ts';

const [W, H] = [120, 160];
/** A trunk in blue with a light seam; at its left an arm in red that hangs free, at its right one that lies over it. */
function somebody(): Raster {
  const data = new Uint8ClampedArray(W * H * 4);
  const fill = (x0: number, y0: number, x1: number, y1: number, colour: readonly number[]): void => {
    for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) data.set([...colour, 255], (y * W + x) * 4);
  };
  fill(40, 20, 100, 150, [40, 80, 160]);
  fill(10, 30, 30, 110, [200, 60, 50]);
  fill(26, 30, 44, 44, [200, 60, 50]);
  fill(66, 40, 82, 120, [210, 150, 60]);
  return { width: W, height: H, data };
}
const share = (points: readonly (readonly [number, number])[]) => points.map(([x, y]) => [x / W, y / H] as const);
const box = (x0: number, y0: number, x1: number, y1: number) =>
  share([
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ]);
const pixel = ({ width, data }: Raster, x: number, y: number): number[] => [...data.slice((y * width + x) * 4, (y * width + x) * 4 + 4)];

describe('arms that are cut out', () => {
  const free = { side: 'left', outline: box(8, 28, 39, 112), hinge: [38 / W, 37 / H] } as const;
  const over = { side: 'right', outline: box(65, 39, 83, 121), hinge: [74 / W, 46 / H] } as const;

  it('leave nothing where they hung free, and the body as it goes on where they lay over it', () => {
    const { image, limbs } = cutLimbs(somebody(), [free, over]);
    expect(pixel(image, 18, 100)[3]).toBe(0);
    const [r, g, b, a] = pixel(image, 74, 100) as [number, number, number, number];
    expect(a).toBe(255);
    expect(Math.hypot(r - 40, g - 80, b - 160)).toBeLessThan(20);
    expect(pixel(image, 50, 100)).toEqual([40, 80, 160, 255]);
    expect(limbs.map(({ side }) => side)).toEqual(['left', 'right']);
  });

  it('are pictures of their own, with where they lay and are hinged', () => {
    const [limb] = cutLimbs(somebody(), [free]).limbs;
    expect(limb).toMatchObject({ side: 'left', left: 10, top: 30, hinge: [38 / W, 37 / H] });
    expect(limb?.image.height).toBe(80);
    expect(pixel(limb?.image as Raster, 5, 60)).toEqual([200, 60, 50, 255]);
  });

  it('near the hinge the body keeps what it has, so that the joint never opens', () => {
    expect(pixel(cutLimbs(somebody(), [free]).image, 37, 37)).toEqual([200, 60, 50, 255]);
  });

  it('without any, and with an outline round nothing, everything is as it was', () => {
    const whole = somebody();
    expect(cutLimbs(whole, []).image).toBe(whole);
    const nothing = cutLimbs(whole, [{ side: 'right', outline: box(104, 2, 118, 12), hinge: [0.9, 0.05] }]);
    expect(nothing.limbs).toEqual([]);
    expect(nothing.image.data).toEqual(whole.data);
  });
});

it('an arm is on its side of the face, hinged at the end nearest to the shoulders, in the middle of it', () => {
  const face = faceAt(60 / W, 10 / H, 12 / W, W / H);
  const { side, hinge, outline } = limbOf(box(8, 28, 39, 112), face, W / H);
  expect(side).toBe('left');
  expect(outline).toHaveLength(4);
  const [x, y] = hinge;
  expect(x * W).toBeGreaterThan(18);
  expect(x * W).toBeLessThan(30);
  expect(y * H).toBeGreaterThan(30);
  expect(y * H).toBeLessThan(48);
  expect(limbOf(box(80, 28, 111, 112), face, W / H).side).toBe('right');
});
