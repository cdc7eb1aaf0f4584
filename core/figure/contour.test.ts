import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CUBIC, hull, type Path } from '../draw/path.ts';
import { contour, fleshed, type Knot, leaf, outlined } from './contour.ts';

/** Ends of the pieces of a path of cubics. */
const ends = (path: Path): { x: number; y: number }[] => {
  const out = [{ x: path[1] as number, y: path[2] as number }];
  for (let at = 3; path[at] === CUBIC; at += 7) out.push({ x: path[at + 5] as number, y: path[at + 6] as number });
  return out;
};
const SQUARE: Knot[] = [
  { x: 0, y: 0 },
  { x: 40, y: 0 },
  { x: 40, y: 40 },
  { x: 0, y: 40 },
];

describe('an outline', () => {
  it('goes through its knots and closes', () => {
    const at = ends(contour(SQUARE));
    expect(at.slice(0, 4)).toEqual(SQUARE.map(({ x, y }) => ({ x, y })));
    expect(at[4]).toEqual(at[0]);
  });
  it('is round at a knot and straight into a corner', () => {
    expect(hull(contour(SQUARE)).left).toBeLessThan(-2);
    const cornered = hull(contour(SQUARE.map((knot) => ({ ...knot, corner: true }))));
    expect([cornered.left, cornered.top, cornered.right, cornered.bottom]).toEqual([0, 0, 40, 40]);
  });
  it('takes the way that a knot asks for', () => {
    const path = contour([{ x: 0, y: 0, way: { x: 0, y: -1 } }, ...SQUARE.slice(1)]);
    // The first handle leaves straight up.
    expect([path[4], (path[5] as number) < -5]).toEqual([0, true]);
  });
  it('never bulges far beyond its knots, however unevenly they lie', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ x: fc.integer({ min: -100, max: 100 }), y: fc.integer({ min: -100, max: 100 }) }), { minLength: 3, maxLength: 12 }), (knots) => {
        const box = hull(contour(knots));
        const size = Math.max(...knots.map(({ x }) => x)) - Math.min(...knots.map(({ x }) => x)) + Math.max(...knots.map(({ y }) => y)) - Math.min(...knots.map(({ y }) => y));
        expect(box.left).toBeGreaterThanOrEqual(Math.min(...knots.map(({ x }) => x)) - size * 0.6 - 1);
        expect(box.bottom).toBeLessThanOrEqual(Math.max(...knots.map(({ y }) => y)) + size * 0.6 + 1);
      }),
    );
  });
});

describe('the lit side of a shape', () => {
  const round = fleshed(
    { x: 0, y: 0 },
    { x: 0, y: 60 },
    [
      [0, 10, 10],
      [1, 10, 10],
    ],
    { side: 1 },
  );
  it('keeps the edge towards the light and gives way on the other, whichever way round it was drawn', () => {
    for (const knots of [round, round.toReversed().map(({ way, ...knot }) => ({ ...knot, ...(way ? { way: { x: -way.x, y: -way.y } } : {}) }))]) {
      const { shape, lit } = outlined([knots], 5);
      const [a, b] = [hull(shape), hull(lit)];
      expect(Math.abs(b.left - a.left)).toBeLessThan(1.2);
      expect(a.right - b.right).toBeGreaterThan(3);
    }
  });
  it('stays where a knot has no share of the shade', () => {
    const still = round.map((knot) => ({ ...knot, lit: 0 }));
    const { shape, lit } = outlined([still], 5);
    expect([...lit]).toEqual([...shape]);
  });
});

describe('a limb', () => {
  it('is as thick as it is told on either side, round at its end or cut across', () => {
    const limb = (how: { side: 1 | -1; cut?: number }) =>
      hull(
        contour(
          fleshed(
            { x: 0, y: 0 },
            { x: 0, y: 100 },
            [
              [0, 12, 8],
              [1, 6, 4],
            ],
            how,
          ),
        ),
      );
    expect(limb({ side: 1 }).right).toBeCloseTo(12, 0);
    expect(limb({ side: 1 }).left).toBeCloseTo(-8, 0);
    expect(limb({ side: 1 }).bottom).toBeGreaterThan(104);
    expect(limb({ side: 1, cut: 2 }).bottom).toBeLessThan(104);
    expect(limb({ side: -1 }).left).toBeCloseTo(-12, 0);
  });
  it('creases in a leaf from one point to the other', () => {
    const { left, right, top, bottom } = hull(leaf({ x: 0, y: 0 }, { x: 20, y: 0 }, 3));
    expect([left, right]).toEqual([0, 20]);
    expect(bottom - top).toBeLessThan(4);
  });
});
