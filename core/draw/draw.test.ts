import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrast, readOklch, shadowOf, skinTones } from './colour.ts';
import { dice, hashText } from './hash.ts';
import { invert, multiply, rotation, scaling, transform, translation } from './matrix.ts';
import { ARGUMENTS, capsule, ellipse, hull, mapPath, smoothLoop, toSvgData } from './path.ts';

const finite = fc.double({ min: -500, max: 500, noNaN: true });

describe('matrices', () => {
  it('undo themselves by their inverse', () => {
    fc.assert(
      fc.property(finite, finite, fc.double({ min: 0.1, max: 5, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true }), (x, y, k, turn) => {
        const m = multiply(translation(x, y), multiply(rotation(turn), scaling(k)));
        const there = transform(m, 3, -7);
        const back = transform(invert(m), there.x, there.y);
        expect(back.x).toBeCloseTo(3, 6);
        expect(back.y).toBeCloseTo(-7, 6);
      }),
    );
  });
});

describe('paths', () => {
  it('hold a limb of any two joints within its two circles', () => {
    fc.assert(
      fc.property(finite, finite, fc.double({ min: 1, max: 40, noNaN: true }), fc.double({ min: 1, max: 40, noNaN: true }), (x, y, ra, rb) => {
        const box = hull(capsule({ x: 0, y: 0 }, ra, { x, y }, rb));
        // Handles of the arcs reach a little past the circles.
        const slack = Math.max(ra, rb) * 0.6 + 0.01;
        expect(box.left).toBeGreaterThanOrEqual(Math.min(-ra, x - rb) - slack);
        expect(box.right).toBeLessThanOrEqual(Math.max(ra, x + rb) + slack);
        for (const value of capsule({ x: 0, y: 0 }, ra, { x, y }, rb)) expect(Number.isFinite(value)).toBe(true);
      }),
    );
  });
  it('keep their commands when mapped', () => {
    const path = smoothLoop([0, 0, 10, 0, 10, 10, 0, 10]);
    const moved = mapPath(path, (px, py) => ({ x: px + 1, y: py }));
    expect(moved.length).toBe(path.length);
    for (let n = 0; n < path.length; n += 1 + (ARGUMENTS[path[n] as number] as number)) expect(moved[n]).toBe(path[n]);
  });
  it('write SVG data', () => expect(toSvgData(ellipse(0, 0, 10)).startsWith('M-10 0C')).toBe(true));
});

describe('colour', () => {
  it('keeps every skin between red and yellow, lighter never grey', () => {
    for (let p = 0; p <= 1.0001; p += 0.05)
      for (const undertone of [-1, 0, 1]) {
        const { h, c } = readOklch(skinTones(p, undertone).base);
        expect(h).toBeGreaterThan(36);
        expect(h).toBeLessThan(72);
        expect(c).toBeGreaterThan(0.03);
      }
  });
  it('darkens a shadow and keeps near-whites clean', () => {
    for (const colour of ['#27425e', '#d8533e', '#f6f1e6', '#2f6b6a']) expect(readOklch(shadowOf(colour)).l).toBeLessThan(readOklch(colour).l);
    expect(readOklch('#f6f1e6').l - readOklch(shadowOf('#f6f1e6')).l).toBeLessThan(0.16);
  });
  it('measures contrast as WCAG does', () => expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5));
});

describe('chance', () => {
  it('is the same from the same seed and other from another', () => {
    expect(hashText('ln_a')).toBe(hashText('ln_a'));
    expect(hashText('ln_a')).not.toBe(hashText('ln_b'));
    const roll = (seed: number): number[] => {
      const d = dice(seed);
      return [d.next(), d.between(2, 3), d.normal()];
    };
    expect(roll(5)).toEqual(roll(5));
    expect(roll(5)).not.toEqual(roll(6));
  });
  it('spreads evenly', () => {
    const d = dice(1);
    const bins = new Array<number>(10).fill(0);
    for (let n = 0; n < 10_000; n++) bins[Math.floor(d.next() * 10)]!++;
    for (const bin of bins) expect(Math.abs(bin - 1000)).toBeLessThan(150);
  });
});
