import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { nodePainter } from '#server/paint/host';
import { dice } from '../draw/hash.ts';
import { IDENTITY, type Matrix, translation } from '../draw/matrix.ts';
import { ellipse, rect } from '../draw/path.ts';
import type { Item, Picture, Plane } from '../draw/picture.ts';
import { touches } from './geometry.ts';
import { IncrementalPainter, paintFully } from './incremental.ts';

const WIDTH = 320;
const HEIGHT = 180;
const painter = nodePainter();
const paint = painter.paint.bind(painter);
const item = (id: string, path: Float32Array, fill: string, matrix = IDENTITY): Item => ({ id, path, fill, matrix });
const sky = item('sky', rect(-400, -400, 1200, 1200), '#d8e4f0');
const chance = dice(7);
/** Houses over all of the picture, some of them seen through. */
const houses = Array.from({ length: 60 }, (_, n): Item => {
  const [x, y] = [chance.between(-20, WIDTH), chance.between(60, HEIGHT)];
  return { ...item(`house-${n}`, rect(x, y, chance.between(8, 40), chance.between(8, 60)), n % 3 ? '#806040' : '#407090'), alpha: n % 4 ? 1 : 0.5 };
});
const plane = (id: string, nodes: readonly Item[], view: Matrix = IDENTITY): Plane => ({ id, view, nodes });
const picture = (planes: readonly Plane[], background = '#ffffff'): Picture => ({ width: WIDTH, height: HEIGHT, background, planes });
const cloud = (x: number, n = 0): Plane => plane(`cloud-${n}`, [item(`cloud-${n}`, ellipse(30, 30, 20), '#ffffff')], translation(x, n * 12));
const ball = (x: number, y = 150): Item => item('ball', ellipse(0, 0, 9), '#c04030', translation(x, y));
/** Bytes of the frame of something that has painted all it was shown, and of a painter that has shown nothing else. */
const sameAsWhole = (incremental: IncrementalPainter, shown: Picture): boolean => {
  incremental.paint(shown);
  const whole = paintFully(painter, shown, WIDTH, HEIGHT);
  const same = Buffer.from(whole.view()).equals(Buffer.from(incremental.surface.view()));
  whole.dispose();
  return same;
};
/** Shows pictures and counts the times that a unit is painted while the last of them is. */
const painted = (pictures: readonly Picture[]): number => {
  const incremental = new IncrementalPainter(painter, WIDTH, HEIGHT);
  let count = 0;
  const spy = vi.spyOn(painter, 'paint').mockImplementation((target, clip, unit) => {
    if (touches(unit.box, clip)) count++;
    paint(target, clip, unit);
  });
  for (const shown of pictures) {
    count = 0;
    incremental.paint(shown);
  }
  incremental.dispose();
  spy.mockRestore();
  return count;
};

describe('a back that stays', () => {
  const frames = (make: (frame: number) => readonly Plane[], count = 8): Picture[] => Array.from({ length: count }, (_, frame) => picture(make(frame)));
  it('is not painted again under what moves before it', () => {
    expect(painted(frames((n) => [plane('back', [sky, ...houses]), plane('front', [ball(40 + n * 4)])]))).toBe(1);
  });
  it('is not painted again because something small moves far behind, but there', () => {
    const clouds = (count: number) =>
      painted(
        frames((n) => [plane('sky', [sky]), ...Array.from({ length: count }, (_, k) => cloud(20 + k * 60 + n, k)), plane('back', houses), plane('front', [ball(40 + n * 4)])]),
      );
    const none = painted(frames((n) => [plane('back', [sky, ...houses]), plane('front', [ball(40 + n * 4)])]));
    // The sky and the cloud itself, besides the ball.
    expect(clouds(1) - none).toBeLessThanOrEqual(4);
    expect(clouds(4) - none).toBeLessThanOrEqual(24);
  });
  it('is held again when it lies still again: after a camera move, and after something in it has moved', () => {
    const push = (n: number): Matrix => [1 + Math.min(n, 5) * 0.01, 0, 0, 1 + Math.min(n, 5) * 0.01, 0, 0];
    expect(painted(frames((n) => [plane('back', [sky, ...houses], push(n)), plane('front', [ball(40 + n * 4)])], 9))).toBe(1);
    const shifted = houses.map((house, n) => (n === 3 ? { ...house, fill: '#ff0000' } : house));
    expect(painted(frames((n) => [plane('back', [sky, ...(n < 3 ? houses : shifted)]), plane('front', [ball(40 + n * 4)])], 9))).toBeLessThan(20);
  });
  it('is held again as a whole when a part of it is gone', () => {
    const without = houses.filter((_, n) => n !== 40);
    for (const x of [20, 90, 160, 230]) expect(painted(frames((n) => [plane('back', [sky, ...(n < 3 ? houses : without)]), plane('front', [ball(x + n * 4)])], 9))).toBe(1);
  });
  it('is painted once a frame while the camera moves', () => {
    const moving = (n: number): Plane => plane('back', [sky, ...houses], [1, 0, 0, 1, n, 0]);
    const one = painted([picture([moving(7)])]);
    expect(painted(frames((n) => [moving(n)]))).toBe(one);
  });
  it('is painted only where many things move far behind', () => {
    const boats = Array.from({ length: 40 }, (_, n) => item(`boat-${n}`, rect(10 + (n % 8) * 3, 8 + Math.floor(n / 8) * 3, 2, 2), '#303030'));
    const count = painted(frames((n) => [plane('sky', [sky]), plane('boats', boats, translation(n, 0)), plane('back', houses)]));
    expect(count).toBeLessThan(1 + boats.length + houses.length / 4);
  });
  it('grows while it lies still', () => {
    // At first one house after the other is moved, then none for two seconds.
    const moving = (n: number): Item[] => houses.map((house, k) => (n < 40 && k === n ? { ...house, fill: '#ff0000' } : house));
    expect(painted(frames((n) => [plane('back', [sky, ...moving(n)]), plane('front', [ball(40 + n * 2)])], 140))).toBe(1);
  });
  it('gives every byte of a full repaint, whatever moves in it, comes, goes or is recoloured', () => {
    const step = fc.record({
      mover: fc.constantFrom('cloud', 'house', 'ball', 'all', 'nothing'),
      place: fc.nat(59),
      by: fc.integer({ min: -30, max: 30 }),
      come: fc.constantFrom('nothing', 'house', 'cloud', 'ground'),
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 4, maxLength: 40 }), (steps) => {
        const incremental = new IncrementalPainter(painter, WIDTH, HEIGHT);
        const now = { clouds: [20, 90, 200], houses: [...houses], ball: 40, view: IDENTITY, background: '#ffffff' };
        for (const { mover, place, by, come } of steps) {
          if (mover === 'cloud') now.clouds = now.clouds.map((x, n) => (n === place % 3 ? x + by : x));
          if (mover === 'house') now.houses = now.houses.map((house, n) => (n === place ? { ...house, matrix: translation(by, by / 2) } : house));
          if (mover === 'ball') now.ball += by;
          if (mover === 'all') now.view = translation(by / 4, 0);
          if (come === 'house') now.houses = place % 2 ? now.houses.slice(1) : [...now.houses, item(`new-${place}`, rect(place * 4, 100, 20, 20), '#20c060')];
          if (come === 'cloud' && place % 7 === 0) now.clouds = now.clouds.length > 1 ? now.clouds.slice(1) : [60, 150, 240];
          if (come === 'ground' && place % 9 === 0) now.background = now.background === '#ffffff' ? '#203040' : '#ffffff';
          const shown = picture(
            [plane('sky', [{ ...sky, alpha: 0.7 }]), ...now.clouds.map((x, n) => cloud(x, n)), plane('back', now.houses, now.view), plane('front', [ball(now.ball)])],
            now.background,
          );
          expect(sameAsWhole(incremental, shown)).toBe(true);
        }
        incremental.dispose();
      }),
      { numRuns: 40 },
    );
  });
});
