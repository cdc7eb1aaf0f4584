import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clippedRuns, declipped } from './clipping.ts';

const wave = (level: number): Float32Array =>
  Float32Array.from({ length: 4800 }, (_, n) => (Math.sin((2 * Math.PI * 180 * n) / 48_000) + 0.35 * Math.sin((2 * Math.PI * 540 * n) / 48_000 + 0.5)) * level);
const cut = (samples: Float32Array, top: number): Float32Array => samples.map((value) => Math.max(-top, Math.min(top, value)));
/** Signal to error, decibels, gain taken out. */
const likeness = (samples: Float32Array, truth: Float32Array): number => {
  let [dot, own, all] = [0, 0, 0];
  samples.forEach((value, n) => {
    dot += value * (truth[n] as number);
    own += (truth[n] as number) ** 2;
    all += value ** 2;
  });
  return 10 * Math.log10(dot ** 2 / own / Math.max(1e-12, all - dot ** 2 / own));
};

describe('clipping', () => {
  it('is found where a sound was cut off, and nowhere in one that was not', () => {
    expect(clippedRuns(cut(wave(1.3), 1)).length).toBeGreaterThan(20);
    expect(clippedRuns(wave(0.7))).toEqual([]);
    expect(clippedRuns(new Float32Array(480))).toEqual([]);
  });
  it('is repaired: what was cut off comes back nearly as it was, within full scale', () => {
    const truth = wave(1.1);
    const clipped = cut(truth, 1);
    const repaired = declipped(clipped);
    expect(likeness(repaired, truth)).toBeGreaterThan(likeness(clipped, truth) + 6);
    expect(repaired.reduce((top, value) => Math.max(top, Math.abs(value)), 0)).toBeLessThanOrEqual(1);
  });
  it('leaves a sound that was not cut off as it is, and any sound finite and as long as it was', () => {
    const clean = wave(0.7);
    expect(declipped(clean)).toBe(clean);
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { maxLength: 400 }), fc.double({ min: 0.1, max: 1, noNaN: true }), (values, top) => {
        const out = declipped(cut(Float32Array.from(values), top));
        expect(out.length).toBe(values.length);
        expect(out.every((value) => Math.abs(value) <= 1)).toBe(true);
      }),
    );
  });
});
