import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { slidInDepth } from './place.ts';

describe('somebody who is slid over the floor', () => {
  it('becomes smaller the farther, and is half as large where the way to it is twice as long', () => {
    const far = slidInDepth(420, 0, 210);
    expect(far).toEqual({ depth: 6, y: 210, factor: 0.5 });
    expect(slidInDepth(420, 0, 500)?.factor).toBeGreaterThan(1);
  });
  it('is as it was when it is slid back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 120, max: 500 }), fc.integer({ min: 90, max: 520 }), (y, to) => {
        const there = slidInDepth(y, 0, to);
        if (!there) throw new Error('It stands on the floor.');
        const back = slidInDepth(there.y, there.depth, y);
        expect(back?.y).toBeGreaterThan(y - 3);
        expect(back?.y).toBeLessThan(y + 3);
        expect((back?.factor ?? 0) * there.factor).toBeCloseTo(1, 1);
      }),
    );
  });
  it('never passes the horizon, and has no floor above it', () => {
    expect(slidInDepth(420, 0, -300)?.depth).toBeLessThanOrEqual(60);
    expect(slidInDepth(420, 0, -300)?.y).toBeGreaterThan(0);
    expect(slidInDepth(-100, 0, 50)).toBeUndefined();
  });
});
