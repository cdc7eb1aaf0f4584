import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sumOf } from './sum.ts';

describe('a number as it is written in a field', () => {
  it('may have a point, a comma, a sign or the true minus', () => {
    expect([sumOf('320'), sumOf(' 1,5 '), sumOf('.25'), sumOf('−40'), sumOf('+3')]).toEqual([320, 1.5, 0.25, -40, 3]);
  });
  it('may be a sum; times and parts go first', () => {
    expect([sumOf('320+40'), sumOf('100 - 30 - 5'), sumOf('10+2*3'), sumOf('2*90/3-1'), sumOf('5*-2'), sumOf('-4+-6')]).toEqual([360, 65, 16, 59, -10, -10]);
  });
  it('is none where it is something else, or has no end', () => {
    for (const text of ['', 'left', '3+', '1..2', '(1+2)', '5/0', '1e3', '--']) expect(sumOf(text)).toBeUndefined();
  });
  it('reads every whole sum of three as it is counted', () =>
    fc.assert(
      fc.property(fc.integer({ min: -999, max: 999 }), fc.integer({ min: 0, max: 999 }), fc.integer({ min: 0, max: 999 }), (a, b, c) => {
        expect(sumOf(`${a} + ${b} - ${c}`)).toBe(a + b - c);
      }),
    ));
});
