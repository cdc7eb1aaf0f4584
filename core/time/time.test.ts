import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EASES, eased } from './easing.ts';
import { formatMoment, formatOffset, parseTime } from './format.ts';
import { inOrder, orderAtEnd, orderBetween } from './order.ts';
import { ceilToFrame, FRAME_RATES, ticksPerFrame } from './ticks.ts';
import { lastAtOrBefore, sample, track } from './track.ts';

describe('ticks', () => {
  it('hold a whole number of ticks a frame at every rate offered', () => {
    for (const rate of FRAME_RATES) expect(Number.isInteger(ticksPerFrame(rate))).toBe(true);
  });
  it('round up to a frame and never below', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e7 }), fc.constantFrom(...FRAME_RATES), (ticks, fps) => {
        const up = ceilToFrame(ticks, fps);
        expect(Math.abs(up % ticksPerFrame(fps))).toBe(0);
        expect(up).toBeGreaterThanOrEqual(ticks);
        expect(up - ticks).toBeLessThan(ticksPerFrame(fps));
      }),
    );
  });
});

describe('a time field', () => {
  it.each([
    ['1.5', 72_000],
    ['1:02', 62 * 48_000],
    ['+.2', 9600],
    ['-0.3 s', -14_400],
    ['−0.30 s', -14_400],
    ['12f', 24_000],
    ['0,5', 24_000],
  ])('takes %s', (text, ticks) => expect(parseTime(text, 24)).toBe(ticks));
  it.each(['', 'soon', '1:2:3', '.', '--2'])('refuses %s', (text) => expect(parseTime(text, 24)).toBeUndefined());
  it('reads back what it shows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 * 60 * 100 }), (hundredths) => {
        expect(parseTime(formatMoment(hundredths * 480), 25)).toBe(hundredths * 480);
      }),
    );
    expect(formatOffset(-4800)).toBe('−0.10 s');
  });
});

describe('a track', () => {
  it('is held before its first and after its last key and passes through every key', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.record({ at: fc.integer({ min: 0, max: 1e6 }), value: fc.double({ min: -100, max: 100, noNaN: true }), ease: fc.constantFrom(...EASES) }), {
          minLength: 1,
          maxLength: 20,
          selector: (k) => k.at,
        }),
        (keys) => {
          const t = track(keys);
          const sorted = [...keys].sort((a, b) => a.at - b.at);
          for (const key of keys) expect(sample(t, key.at)).toBeCloseTo(key.value, 9);
          expect(sample(t, -5)).toBe(sorted[0]?.value);
          expect(sample(t, 2e6)).toBe(sorted.at(-1)?.value);
        },
      ),
    );
  });
  it('never leaves the range of its two neighbours', () => {
    fc.assert(
      fc.property(fc.constantFrom(...EASES), fc.double({ min: 0, max: 1, noNaN: true }), (ease, t) => {
        expect(eased(ease, t)).toBeGreaterThanOrEqual(0);
        expect(eased(ease, t)).toBeLessThanOrEqual(1);
      }),
    );
  });
  it('finds the last key at or before a tick as a plain search would', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 100 })), fc.integer({ min: -10, max: 110 }), (list, tick) => {
        const at = [...list].sort((a, b) => a - b);
        expect(lastAtOrBefore(at, tick)).toBe(at.findLastIndex((value) => value <= tick));
      }),
    );
  });
});

describe('order keys', () => {
  it('always find room between two neighbours', () => {
    let left = orderBetween(null, null);
    const right = orderBetween(left, null);
    for (let n = 0; n < 200; n++) {
      const middle = orderBetween(left, right);
      expect(left < middle && middle < right).toBe(true);
      left = middle;
    }
  });
  it('sort the same whatever the insertion order', () => {
    const a = { x: { order: 'a1' }, y: { order: 'a0' }, z: { order: 'a0' } };
    const b = { z: { order: 'a0' }, y: { order: 'a0' }, x: { order: 'a1' } };
    expect(inOrder(a).map(([id]) => id)).toEqual(inOrder(b).map(([id]) => id));
    expect(orderAtEnd(a) > 'a1').toBe(true);
  });
});
