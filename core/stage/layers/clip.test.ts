import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CLIP_ENDS } from '../../document/schema.ts';
import { clipFrame, clipLength, clipRange } from './clip.ts';

const SECOND = 48_000;
const clip = { frames: 10, rate: 10, after: 'hold' } as const;
const shown = (one: Parameters<typeof clipFrame>[0], ...seconds: number[]): (number | undefined)[] => seconds.map((at) => clipFrame(one, Math.round(at * SECOND)));

describe('which frame of a clip is seen', () => {
  it('each at its own time, however the film’s frames lie', () => {
    expect(shown(clip, 0, 0.05, 0.1, 0.19, 0.95)).toEqual([0, 0, 1, 1, 9]);
    // 24 frames a second in a film of 24: one each, never a frame late by rounding.
    const same = { frames: 240, rate: 24, after: 'hold' } as const;
    for (let n = 0; n < 240; n++) expect(clipFrame(same, n * 2000)).toBe(n);
    const ntsc = { frames: 300, rate: 30_000 / 1001, after: 'hold' } as const;
    for (let n = 0; n < 300; n++) expect(clipFrame(ntsc, Math.ceil((n * 1001 * SECOND) / 30_000))).toBe(n);
  });

  it('after its end it holds, begins again, runs back, or is gone', () => {
    expect(shown({ ...clip, after: 'hold' }, 1, 5)).toEqual([9, 9]);
    expect(shown({ ...clip, after: 'again' }, 1, 1.25, 2.9)).toEqual([0, 2, 9]);
    expect(shown({ ...clip, after: 'back' }, 0.9, 1, 1.7, 1.8, 1.9)).toEqual([9, 8, 1, 0, 1]);
    expect(shown({ ...clip, after: 'gone' }, 0.99, 1)).toEqual([9, undefined]);
  });

  it('slipped, trimmed and faster', () => {
    const cut = { ...clip, into: 0.3 * SECOND, until: 0.7 * SECOND, after: 'again' } as const;
    expect(clipRange(cut)).toEqual([3, 7]);
    expect(shown(cut, 0, 0.35, 0.4, 0.5)).toEqual([3, 6, 3, 4]);
    expect(shown({ ...clip, speed: 2 }, 0.1, 0.25)).toEqual([2, 5]);
    expect(clipLength(cut)).toBe(0.4 * SECOND);
    expect(clipLength({ ...clip, speed: 2 })).toBe(SECOND / 2);
  });

  it('is always one that there is, and runs as long as it says', () => {
    fc.assert(
      fc.property(
        fc.record({
          frames: fc.integer({ min: 1, max: 500 }),
          rate: fc.double({ min: 0.5, max: 120, noNaN: true }),
          into: fc.option(fc.integer({ min: 0, max: 2_000_000 }), { nil: undefined }),
          until: fc.option(fc.integer({ min: 0, max: 2_000_000 }), { nil: undefined }),
          speed: fc.option(fc.double({ min: 0.1, max: 8, noNaN: true }), { nil: undefined }),
          after: fc.constantFrom(...CLIP_ENDS),
        }),
        fc.integer({ min: 0, max: 20_000_000 }),
        (one, tick) => {
          const [first, end] = clipRange(one);
          expect(first).toBeLessThan(end);
          const frame = clipFrame(one, tick);
          if (frame === undefined) {
            expect(one.after).toBe('gone');
            expect(tick).toBeGreaterThanOrEqual(clipLength(one) - 2);
          } else {
            expect(frame).toBeGreaterThanOrEqual(first);
            expect(frame).toBeLessThan(end);
            if (one.after === 'gone') expect(tick).toBeLessThanOrEqual(clipLength(one) + 1);
          }
        },
      ),
    );
  });
});
