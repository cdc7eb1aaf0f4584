import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import type { Backdrop, BackdropPiece } from '../../document/schema.ts';
import type { Image, Item } from '../../draw/picture.ts';
import { paintFully } from '../../paint/incremental.ts';
import { backdropPictures } from '../../resources.ts';
import { backdropNodes, backdropPlanes, backdropThings, thingAt } from '../backdrop.ts';
import { SHARP } from '../camera.ts';
import { frameSize } from '../frame.ts';
import { SETS, setOf } from '../sets/index.ts';
import { planesOf, type SetBackdrop, worldOf } from './planes.ts';

const wide = { x: 0, y: 0, width: 1920 } as const;
const media = 'a'.repeat(64);
const at = (set: string, rest: Partial<SetBackdrop> = {}): SetBackdrop => ({ kind: 'set', set, light: 0.5, ...rest });
const piece = (plane: string, what: BackdropPiece['what'], rest: Partial<BackdropPiece> = {}): BackdropPiece => ({
  id: 'pc_000000000001',
  name: 'Mine',
  plane,
  x: 0,
  y: 300,
  size: 1,
  what,
  ...rest,
});
const painted = (backdrop: Backdrop): Uint8ClampedArray => {
  const { back, front, background } = backdropPlanes(backdrop, '16:9', wide, SHARP, 0);
  const surface = paintFully(nodePainter(), { ...frameSize('16:9'), background, planes: [...back, ...front] }, 192, 108);
  const data = surface.pixels();
  surface.dispose();
  return data as unknown as Uint8ClampedArray;
};
const differs = (a: Uint8ClampedArray, b: Uint8ClampedArray): number => a.reduce((sum, value, n) => sum + (value === b[n] ? 0 : 1), 0);

describe('planes at distances of one’s own', () => {
  it('are drawn from far to near, whatever is asked of them', () => {
    const set = fc.constantFrom(...SETS);
    fc.assert(
      fc.property(set, fc.array(fc.double({ min: -3, max: 1000, noNaN: true }), { minLength: 12, maxLength: 12 }), (one, distances) => {
        const planes = Object.fromEntries(one.planes.flatMap(({ id, floorTop }, n) => (floorTop === undefined ? [[id, { distance: distances[n] as number }]] : [])));
        const placed = planesOf(one, { planes });
        expect(placed.map(({ distance }) => distance)).toEqual(placed.map(({ distance }) => distance).sort((a, b) => b - a));
        const { back, front } = worldOf(one, at(one.id, { planes }), '16:9');
        expect(back.every(({ distance }) => distance >= 0) && front.every(({ distance }) => distance < 0)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
  it('go before people once they are nearer than these, and take their haze from where they are', () => {
    const [sand] = [setOf('harbour-low-tide')?.planes.find(({ id }) => id === 'sand')];
    expect(sand).toBeDefined();
    const { front } = worldOf(setOf('harbour-low-tide') as never, at('harbour-low-tide', { planes: { sand: { distance: -1 } } }), '16:9');
    expect(front.some(({ id }) => id.startsWith('backdrop.sand'))).toBe(true);
    const here = painted(at('harbour-low-tide'));
    expect(differs(here, painted(at('harbour-low-tide', { planes: { sand: { distance: 140 } } })))).toBeGreaterThan(2000);
    expect(differs(here, painted(at('harbour-low-tide', { planes: { sand: {} } })))).toBe(0);
  });
  it('are not there when they are hidden', () => {
    const things = backdropThings(at('harbour-low-tide', { planes: { sand: { hidden: true } } }), '16:9');
    expect(things.some(({ plane }) => plane === 'sand')).toBe(false);
    expect(things.some(({ plane }) => plane === 'middle')).toBe(true);
  });
});

describe('things of one’s own in a backdrop', () => {
  const clock = { kind: 'prop', prop: 'clock' } as const;
  it('are painted on their plane, turned, sized and coloured, and not when hidden', () => {
    const bare = painted(at('study'));
    const seen = differs(bare, painted(at('study', { pieces: [piece('back', clock)] })));
    expect(seen).toBeGreaterThan(300);
    expect(differs(bare, painted(at('study', { pieces: [piece('back', clock, { size: 2 })] })))).toBeGreaterThan(2 * seen);
    expect(differs(bare, painted(at('study', { pieces: [piece('back', clock, { hidden: true })] })))).toBe(0);
    expect(differs(bare, painted(at('study', { pieces: [piece('no such plane', clock)] })))).toBe(0);
  });
  it('are told with pictures of one’s own, which light and air fall on as on all else', () => {
    const picture = { kind: 'picture', media, width: 400, height: 300 } as const;
    const day = at('harbour-low-tide', { pieces: [piece('sand', picture), piece('middle', clock, { id: 'pc_000000000002' })] });
    expect(backdropPictures(day)).toEqual([media]);
    const planeOf = (backdrop: Backdrop) => backdropPlanes(backdrop, '16:9', wide, SHARP, 0).back.find(({ nodes }) => nodes.some((node) => 'image' in node && node.image));
    // 14 m away a quarter of it is air: no colour is left as bright or as dark as it was.
    expect(planeOf(day)?.colour?.[0]).toBeGreaterThan(0.6);
    expect(planeOf(day)?.colour?.[0]).toBeLessThan(0.95);
    const night = planeOf({ ...day, light: 1 })?.colour ?? [];
    expect((night[0] as number) + (night[1] as number) + (night[2] as number)).toBeLessThan(0.7);
    const near = planeOf(at('harbour-low-tide', { pieces: [piece('middle', picture)] }));
    expect([near !== undefined, near?.colour]).toEqual([true, undefined]);
  });
  it('are found where they are, before what lies behind them and after nothing but ground', () => {
    const things = backdropThings(at('harbour-low-tide', { pieces: [piece('middle', clock, { x: 100, y: 380 })] }), '16:9');
    const mine = things.find(({ own }) => own);
    const { left, top, right, bottom } = mine?.box ?? { left: 0, top: 0, right: 0, bottom: 0 };
    expect([bottom > 330 && bottom < 420, left < 100 && right > 100]).toEqual([true, true]);
    expect(thingAt(things, (left + right) / 2, (top + bottom) / 2)?.name).toBe('Mine');
    expect(thingAt(things, 0, 530)).toBeUndefined();
    // A clock hung before a boat is taken, not the boat; beside it the boat is.
    const boat = things.findLast(({ name }) => name === 'Sailing boat')?.box ?? { left: 0, top: 0, right: 0, bottom: 0 };
    const [x, y] = [(boat.left + boat.right) / 2, (boat.top + boat.bottom) / 2];
    const before = backdropThings(at('harbour-low-tide', { pieces: [piece('middle', clock, { x, y: y + 40, size: 0.6 })] }), '16:9');
    expect([thingAt(before, x, y)?.name, thingAt(before, boat.left + 12, boat.bottom - 12)?.name]).toEqual(['Mine', 'Sailing boat']);
    const ring = things.find(({ name }) => name === 'Life ring');
    expect(thingAt(things, ((ring?.box.left ?? 0) + (ring?.box.right ?? 0)) / 2, ((ring?.box.top ?? 0) + (ring?.box.bottom ?? 0)) / 2)?.name).toBe('Life ring');
  });
  it('come nearer to the middle in a tall frame, as the set’s own parts do', () => {
    const one = at('study', { pieces: [piece('back', clock, { x: 500 })] });
    const middle = (shape: '16:9' | '9:16'): number => {
      const box = backdropThings(one, shape).find(({ own }) => own)?.box;
      return ((box?.left ?? 0) + (box?.right ?? 0)) / 2;
    };
    expect(middle('16:9')).toBeCloseTo(500, -1);
    expect(middle('9:16')).toBeLessThan(400);
  });
  it('keep the nodes of what did not change, so that a drag paints what is dragged alone', () => {
    const before = worldOf(setOf('study') as never, at('study', { pieces: [piece('back', clock)] }), '16:9');
    const after = worldOf(setOf('study') as never, at('study', { pieces: [piece('back', clock, { x: 40 })] }), '16:9');
    const known = new Set(before.back.flatMap(({ nodes }) => nodes));
    const fresh = after.back.flatMap(({ nodes }) => nodes).filter((node) => !known.has(node));
    const drawn = after.things.find(({ own }) => own)?.nodes.length ?? 0;
    expect(fresh).toHaveLength(drawn);
    expect(drawn).toBeGreaterThan(0);
  });
});

describe('a picture of one’s own as the backdrop', () => {
  const rectOf = (values: object, shape: '16:9' | '9:16' = '16:9') => {
    const { nodes } = backdropNodes({ kind: 'picture', media, width: 1200, height: 1000, fit: 'fill', name: 'Mine', ...values }, shape);
    const { x, y, width, height } = (nodes[0] as Item).image as Image;
    return { left: x, top: y, right: x + width, bottom: y + height };
  };
  it('fills every frame however close it is seen and whatever part of it', () => {
    const share = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom('16:9' as const, '9:16' as const), fc.double({ min: 1, max: 8, noNaN: true }), share, share, (shape, closer, across, down) => {
        const { width, height } = frameSize(shape);
        const { left, top, right, bottom } = rectOf({ closer, across, down }, shape);
        expect([left <= -width / 2 + 1e-6, right >= width / 2 - 1e-6, top <= -height / 2 + 1e-6, bottom >= height / 2 - 1e-6]).toEqual([true, true, true, true]);
      }),
    );
  });
  it('shows its very edge at the ends of its sliders, and its middle if nothing is said', () => {
    expect(rectOf({ closer: 2, across: -1 }).left).toBeCloseTo(-960, 6);
    expect(rectOf({ closer: 2, across: 1 }).right).toBeCloseTo(960, 6);
    expect(rectOf({ down: -1 }).top).toBeCloseTo(-540, 6);
    expect(rectOf({ down: 1 }).bottom).toBeCloseTo(540, 6);
    const { left, right } = rectOf({ closer: 3 });
    expect(left + right).toBeCloseTo(0, 6);
    // All of it in sight: nothing is cut off that could be brought in.
    expect(rectOf({ fit: 'fit', across: 1 })).toEqual(rectOf({ fit: 'fit' }));
  });
});
