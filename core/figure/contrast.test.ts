import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrast, skinTones } from '../draw/colour.ts';
import { betterShade, betterSkin, contrastOf, type Ground, LEAST_CONTRAST } from './contrast.ts';
import { randomPerson } from './random.ts';

const STANDING = { x: 0, y: 400, scale: 1.4, frame: { width: 1920, height: 1080 } };
/** Sky above, floor below, the edge at a share of the height. */
const ground = (above: readonly number[], below: readonly number[], edge = 0.55): Ground => {
  const [width, height] = [64, 36];
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set([...(y < height * edge ? above : below), 255], (y * width + x) * 4);
  return { width, height, data };
};

describe('contrast with the backdrop', () => {
  it('compares each zone with what lies behind it', () => {
    const found = contrastOf(
      {
        ...randomPerson(3),
        figure: { ...randomPerson(3).figure, age: 30, height: 0, build: 0 },
        parts: { top: 'jumper', bottom: 'jeans' },
        colours: { primary: '#ffffff', trousers: '#101010' },
      },
      ground([255, 255, 255], [16, 16, 16], 0.62),
      STANDING,
    );
    const by = Object.fromEntries(found.map((one) => [one.zone, one]));
    expect(by.trunk).toMatchObject({ slot: 'primary', ground: '#ffffff', enough: false });
    expect(by.trunk?.ratio).toBeCloseTo(1, 1);
    expect(by.legs).toMatchObject({ slot: 'trousers', ground: '#101010', enough: false });
    expect(by.head?.slot).toBeUndefined();
  });
  it('offers a skin of the same undertone that stands off, the nearest there is', () => {
    for (const ground of ['#e8c9a8', '#7a4a30', '#ffffff', '#101010', '#b0876a'])
      for (const position of [0, 0.3, 0.6, 1]) {
        const at = betterSkin({ position, undertone: 0.4 }, ground) as number;
        expect(contrast(skinTones(at, 0.4).base, ground)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
        expect(at).toBeGreaterThanOrEqual(0);
        expect(at).toBeLessThanOrEqual(1);
      }
  });
  it('offers a shade that stands off, from any colour on any ground', () => {
    const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
    fc.assert(
      fc.property(colour, colour, (a, b) => {
        expect(contrast(betterShade(a, b), b)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
      }),
      { numRuns: 200 },
    );
  });
});
