import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { dice } from '../draw/hash.ts';
import { IDENTITY, type Matrix, placed } from '../draw/matrix.ts';
import { type Item, sameNode } from '../draw/picture.ts';
import type { Box } from './geometry.ts';

const WIDTH = 96;
const HEIGHT = 64;
const FRAME: Box = { left: 0, top: 0, right: WIDTH, bottom: HEIGHT };
const even = (alpha: number) => ({ width: 16, height: 16, data: Uint8ClampedArray.from({ length: 1024 }, (_, n) => (n % 4 === 3 ? alpha : 200)) });
const ramp = {
  width: 64,
  height: 48,
  data: Uint8ClampedArray.from({ length: 64 * 48 * 4 }, (_, n) => (n % 4 === 3 ? 255 : n % 4 === 0 ? (n >> 2) % 64 : n % 4 === 1 ? Math.floor(n / 256) * 4 : 90)),
};
const painter = nodePainter(new Map(Object.entries({ half: even(128), full: even(255), ramp })));

function paint(item: Item, clips: readonly Box[] = [FRAME]): Uint8Array {
  const surface = painter.surface(FRAME);
  surface.wipe(FRAME, 0);
  for (const clip of clips) painter.paint(surface, clip, painter.unit(item, IDENTITY));
  const out = new Uint8Array(surface.pixels().buffer.slice(0));
  surface.dispose();
  return out;
}
/** A picture over the frame's middle whose inner corners are shaken, by so much of a cell. */
function shaken(media: string, seed: number, by: number, matrix: Matrix = IDENTITY, columns = 5, rows = 4): Item {
  const chance = dice(seed);
  const corners: number[] = [];
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= columns; i++) corners.push(16 + ((i + by * chance.between(-1, 1)) * 64) / columns, 8 + ((j + by * chance.between(-1, 1)) * 48) / rows);
  return { id: 'bent', matrix, image: { media, x: 16, y: 8, width: 64, height: 48, bend: { columns, rows, corners } } };
}

describe('a bent picture', () => {
  it('that is not bent is the picture', () => {
    const { image, ...rest } = shaken('ramp', 1, 0);
    const { bend: _, ...straight } = image as NonNullable<Item['image']>;
    const [a, b] = [paint({ ...rest, image }), paint({ ...rest, image: straight })];
    expect(Math.max(...a.map((value, n) => Math.abs(value - (b[n] as number))))).toBeLessThanOrEqual(1);
  });
  it('paints each pixel once: half clear cells leave neither seams nor double edges', () => {
    fc.assert(
      fc.property(fc.nat(1e6), fc.double({ min: -0.4, max: 0.4, noNaN: true }), (seed, turn) => {
        const item = shaken('half', seed, 0.32, placed(20 * turn, 0, 1, 1, turn));
        const [half, full] = [paint(item), paint({ ...item, image: { ...(item.image as NonNullable<Item['image']>), media: 'full' } })];
        let covered = 0;
        for (let n = 3; n < half.length; n += 4) {
          expect([0, 128]).toContain(half[n]);
          expect(half[n] ? 255 : 0).toBe(full[n]);
          if (half[n]) covered++;
        }
        expect(covered).toBeGreaterThan(1200);
      }),
      // A cell of this one is bent in at a corner.
      { numRuns: 80, examples: [[495_247, 0]] },
    );
  });
  it('is painted to the last bit as the whole is, cut along any line, within its box', () => {
    fc.assert(
      fc.property(
        fc.nat(1e6),
        fc.integer({ min: 1, max: WIDTH - 1 }),
        fc.integer({ min: 1, max: HEIGHT - 1 }),
        fc.double({ min: 0.3, max: 1.6, noNaN: true }),
        (seed, x, y, scale) => {
          const item = shaken('ramp', seed, 0.8, placed(10, 4, scale, scale, 0.2));
          const whole = paint(item);
          const clips = [
            { left: 0, top: 0, right: x, bottom: y },
            { left: x, top: 0, right: WIDTH, bottom: y },
            { left: 0, top: y, right: x, bottom: HEIGHT },
            { left: x, top: y, right: WIDTH, bottom: HEIGHT },
          ];
          expect(Buffer.compare(paint(item, clips), whole)).toBe(0);
          const { box } = painter.unit(item, IDENTITY);
          for (let n = 3; n < whole.length; n += 4) {
            const [px, py] = [(n >> 2) % WIDTH, Math.floor((n >> 2) / WIDTH)];
            if (whole[n]) expect(px >= box.left && px < box.right && py >= box.top && py < box.bottom).toBe(true);
          }
        },
      ),
      { numRuns: 80 },
    );
  });
  it('carries what is in it along: a corner that moves takes its colours with it', () => {
    const straight = shaken('ramp', 1, 0, IDENTITY, 1, 1);
    const wide: Item = { ...straight, image: { ...(straight.image as NonNullable<Item['image']>), bend: { columns: 1, rows: 1, corners: [16, 8, 80, 8, 0, 56, 96, 56] } } };
    const red = (pixels: Uint8Array, x: number, y: number): number => pixels[(y * WIDTH + x) * 4] as number;
    expect(red(paint(wide), 2, 54)).toBeLessThan(3);
    expect(red(paint(wide), 93, 54)).toBeGreaterThan(60);
    expect(paint(straight)[(54 * WIDTH + 2) * 4 + 3]).toBe(0);
  });
  it('folded flat or far outside is nothing to stumble on', () => {
    const { image, ...rest } = shaken('full', 1, 0);
    const flat: Item = { ...rest, image: { ...(image as NonNullable<Item['image']>), bend: { columns: 1, rows: 1, corners: [5, 5, 5, 5, 5, 5, 5, 5] } } };
    expect(paint(flat).some(Boolean)).toBe(false);
    const far: Item = { ...rest, image: { ...(image as NonNullable<Item['image']>), bend: { columns: 1, rows: 1, corners: [-1e9, -1e9, 1e9, -1e9, -1e9, 1e9, 1e9, 1e9] } } };
    expect(paint(far)[3]).toBe(255);
  });
  it('is another picture as soon as one corner is elsewhere', () => {
    const item = shaken('ramp', 3, 0.2);
    const image = item.image as NonNullable<Item['image']>;
    const bend = image.bend as NonNullable<typeof image.bend>;
    const moved = Array.from(bend.corners, (value, n) => (n === 7 ? value + 0.5 : value));
    expect(sameNode(item, { ...item, image: { ...image, bend: { ...bend, corners: [...Array.from(bend.corners)] } } })).toBe(true);
    expect(sameNode(item, { ...item, image: { ...image, bend: { ...bend, corners: moved } } })).toBe(false);
    const { bend: _, ...straight } = image;
    expect(sameNode(item, { ...item, image: straight })).toBe(false);
  });
});
