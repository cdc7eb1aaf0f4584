import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { croppedBy, maskedBy } from './CropHandles.tsx';

const share = fc.double({ min: 0, max: 0.45, noNaN: true });
const by = fc.double({ min: -3, max: 3, noNaN: true });

describe('an edge that is drawn in on the stage', () => {
  const cut = { left: 0.1, top: 0.2, right: 0.9, bottom: 0.7 };
  it('takes off what lies beyond it, on its own side', () => {
    expect(croppedBy(cut, 'Left', 0.1, 5)).toEqual({ cropLeft: 0.2 });
    expect(croppedBy(cut, 'Right', -0.1, 5)).toEqual({ cropRight: 0.2 });
    expect(croppedBy(cut, 'Top', 5, -0.1)).toEqual({ cropTop: 0.1 });
    expect(croppedBy(cut, 'Bottom', 5, -0.1)).toEqual({ cropBottom: 0.4 });
  });
  it('never goes past the box or the other edge, however far it is drawn', () => {
    fc.assert(
      fc.property(share, share, share, share, by, by, (l, t, r, b, du, dv) => {
        const now = { left: l, top: t, right: 1 - r, bottom: 1 - b };
        for (const edge of ['Left', 'Top', 'Right', 'Bottom'] as const) {
          const crop = { cropLeft: l, cropTop: t, cropRight: r, cropBottom: b, ...croppedBy(now, edge, du, dv) };
          for (const value of Object.values(crop)) expect(value).toBeGreaterThanOrEqual(0);
          expect(crop.cropLeft + crop.cropRight).toBeLessThanOrEqual(0.9811);
          expect(crop.cropTop + crop.cropBottom).toBeLessThanOrEqual(0.9811);
        }
      }),
    );
  });
});

describe('a mask that is drawn on the stage', () => {
  const mask = { shape: 'ellipse', x: 0.5, y: 0.5, width: 0.4, height: 0.2, invert: false, feather: 3 } as const;
  it('grows about its middle by either edge, and is moved by it', () => {
    expect(maskedBy(mask, 'Right', 0.1, 9)).toMatchObject({ x: 0.5, width: 0.6, height: 0.2, feather: 3 });
    expect(maskedBy(mask, 'Left', -0.1, 9)).toMatchObject({ width: 0.6 });
    expect(maskedBy(mask, 'Top', 9, -0.05)).toMatchObject({ height: 0.3 });
    expect(maskedBy(mask, 'Bottom', 9, 0.05)).toMatchObject({ height: 0.3 });
    expect(maskedBy(mask, 'Middle', 0.1, -0.2)).toMatchObject({ x: 0.6, y: 0.3, width: 0.4, height: 0.2 });
  });
  it('never vanishes', () => {
    expect(maskedBy(mask, 'Right', -5, 0).width).toBeGreaterThan(0);
    expect(maskedBy(mask, 'Bottom', 0, -5).height).toBeGreaterThan(0);
  });
});
