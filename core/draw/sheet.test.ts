import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankPath, capsule, ellipse, hull, joined, pathOf, pen, polygon, toSvgData, transformPath } from './path.ts';

describe('paths cut from one sheet', () => {
  it('keep their numbers whatever is made after them', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.integer({ min: -999, max: 999 }), { maxLength: 400 }), { maxLength: 40 }), (lists) => {
        const paths = lists.map(pathOf);
        expect(paths.map((path) => Array.from(path))).toEqual(lists);
      }),
    );
  });
  it('are all zero where nothing was written, also right after a sheet that was full', () => {
    for (let n = 0; n < 200; n++) {
      const path = blankPath(90);
      expect(path.every((value) => value === 0)).toBe(true);
      path.fill(7);
    }
  });
  it('are no longer than they were asked for, none and a very long one too', () => {
    for (const length of [0, 1, 255, 256, 257, 1024, 5000]) expect(blankPath(length)).toHaveLength(length);
  });
  it('come out of every way to make one: joined, moved, written', () => {
    const [a, b] = [ellipse(10, 20, 5), polygon([0, 0, 4, 0, 4, 4])];
    const both = joined(a, b);
    expect(Array.from(both)).toEqual([...a, ...b]);
    expect(toSvgData(pen().add(b).done())).toBe(toSvgData(b));
    expect(hull(transformPath(b, [2, 0, 0, 2, 10, 0]))).toEqual({ left: 10, top: 0, right: 18, bottom: 8 });
    const tube = capsule({ x: 0, y: 0 }, 3, { x: 0, y: 10 }, 2);
    expect(hull(tube).bottom).toBeGreaterThan(11.9);
    // None of them was touched by the others.
    expect(hull(a)).toEqual({ left: 5, top: 15, right: 15, bottom: 25 });
  });
});
