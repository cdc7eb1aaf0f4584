import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Landmark, overlapOf, snapPlace } from './snapping.ts';

const FRAME = { width: 1920, height: 1080 };
const FLOOR = 440;
/** A thing 200 wide and 400 tall that stands at x. */
const standing = (x: number, y = FLOOR, id = 'one'): Landmark => ({
  id,
  name: id,
  extent: { left: x - 100, top: y - 400, right: x + 100, bottom: y },
  anchor: { x, y },
  stands: true,
});
const hanging = (x: number, y: number, id = 'words'): Landmark => ({
  id,
  name: id,
  extent: { left: x - 150, top: y - 40, right: x + 150, bottom: y + 40 },
  anchor: { x, y },
  stands: false,
});
const snap = (moving: Landmark, others: readonly Landmark[] = [], reach = 15) => snapPlace(moving, others, FRAME, FLOOR, reach);

describe('a thing that is dragged', () => {
  it('comes to stand on the floor and on thirds and the middle of the frame', () => {
    expect(snap(standing(309, 431))).toMatchObject({
      dx: 11,
      dy: 9,
      guides: [
        { axis: 'x', at: 320, label: 'two thirds', dashed: true },
        { axis: 'y', at: 440, label: 'floor', dashed: false },
      ],
    });
    expect(snap(standing(-6)).dx).toBe(6);
  });
  it('keeps its place where nothing is near', () => {
    const far = snap(standing(200, 380));
    expect([far.dx, far.dy, far.guides.length, far.spacings.length]).toEqual([0, 0, 0, 0]);
  });
  it('lines up with whoever stands there, by feet and by edges', () => {
    expect(snap(standing(508), [standing(500, FLOOR, 'Marit')])).toMatchObject({ dx: -8, guides: [{ label: 'Marit' }, { label: 'floor' }] });
    const narrow: Landmark = { ...standing(434, FLOOR, 'Radio'), extent: { left: 404, top: 300, right: 464, bottom: FLOOR } };
    expect(snap(narrow, [standing(500, FLOOR, 'Marit')]).guides[0]).toMatchObject({ at: 400, label: 'left of Marit' });
  });
  it('stands as deep as another where that one is nearer than the floor', () =>
    expect(snap(standing(0, 493), [standing(600, 490, 'Tully')])).toMatchObject({ dy: -3, guides: [{ label: 'middle' }, { label: 'level with Tully' }] }));
  it('stands in the middle between two, with both distances told', () => {
    const { dx, spacings } = snap(standing(108), [standing(-200, FLOOR, 'a'), standing(400, FLOOR, 'b')]);
    expect(dx).toBe(-8);
    expect(spacings).toEqual([
      { from: -200, to: 100, y: FLOOR },
      { from: 100, to: 400, y: FLOOR },
    ]);
  });
  it('stands as far from the last as the last from the one before', () => {
    const { dx, spacings } = snap(standing(705), [standing(100, FLOOR, 'a'), standing(400, FLOOR, 'b')]);
    expect(dx).toBe(-5);
    expect(spacings.map(({ from, to }) => to - from)).toEqual([300, 300]);
  });
  it('that hangs knows no floor, but the thirds and the tops of others', () => {
    expect(snap(hanging(50, -172))).toMatchObject({ dy: -8, guides: [{ axis: 'y', label: 'upper third' }] });
    expect(snap(hanging(700, 84), [standing(500, FLOOR, 'Marit')])).toMatchObject({ dy: -4, guides: [{ label: 'top of Marit' }] });
    expect(snap(hanging(50, FLOOR)).dy).toBe(0);
  });
  it('is never moved farther than the reach, and then lies exactly on its lines', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -900, max: 900 }),
        fc.integer({ min: 0, max: 540 }),
        fc.array(fc.integer({ min: -900, max: 900 }), { maxLength: 4 }),
        fc.integer({ min: 1, max: 40 }),
        (x, y, others, reach) => {
          const moving = standing(x, y);
          const { dx, dy, guides } = snap(
            moving,
            others.map((at, n) => standing(at, FLOOR, `o${n}`)),
            reach,
          );
          expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThanOrEqual(reach);
          for (const { axis, at } of guides) {
            const marks =
              axis === 'x'
                ? [moving.extent.left, moving.anchor.x, moving.extent.right].map((mark) => mark + dx)
                : [moving.extent.top, moving.anchor.y, moving.extent.bottom].map((mark) => mark + dy);
            expect(Math.min(...marks.map((mark) => Math.abs(mark - at)))).toBeLessThan(1e-6);
          }
        },
      ),
    ));
});

describe('two who stand in each other', () => {
  it('overlap by a share of the narrower', () => {
    expect(overlapOf(standing(0).extent, standing(100).extent)).toBe(0.5);
    expect(overlapOf(standing(0).extent, standing(200).extent)).toBe(0);
    expect(overlapOf(standing(0, 440).extent, standing(0, 20).extent)).toBe(0);
  });
});
