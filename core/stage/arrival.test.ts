import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Backdrop } from '../document/schema.ts';
import { designed } from '../figure/cast.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import { arrivalOf, characterSize, standsOn } from './arrival.ts';
import { floorOf } from './backdrop.ts';
import { type Landmark, overlapOf } from './snapping.ts';

const HARBOUR: Backdrop = { kind: 'set', set: 'harbour', light: 0.5 };
const FLOOR = floorOf(HARBOUR, '16:9');
const person = { width: 220, height: 560, stands: true, person: true } as const;
const words = { width: 700, height: 110, stands: false, person: false } as const;
const somebody = (x: number, id = 'one'): Landmark => ({
  id,
  name: id,
  extent: { left: x - 110, top: FLOOR - 560, right: x + 110, bottom: FLOOR },
  anchor: { x, y: FLOOR },
  stands: true,
});
const boxOf = (x: number, y: number) => ({ left: x - 110, top: y - 560, right: x + 110, bottom: y });

describe('somebody who is brought on', () => {
  it('stands alone in the middle, on the floor', () => expect(arrivalOf(person, [], HARBOUR, '16:9')).toEqual({ x: 0, y: FLOOR, turn: 0 }));
  it('stands right beside who is there, and looks there', () => {
    const { x, y, turn } = arrivalOf(person, [somebody(-300)], HARBOUR, '16:9');
    expect(y).toBe(FLOOR);
    expect(Math.abs(x + 300)).toBeLessThan(320);
    expect(Math.sign(turn)).toBe(Math.sign(-300 - x));
    expect(overlapOf(boxOf(x, y), boxOf(-300, FLOOR))).toBe(0);
    expect(x + 300, 'room for the arms of both, on the side of the middle').toBeGreaterThanOrEqual(220 + 60);
  });
  it('goes to the free side where one stands at the edge', () => expect(arrivalOf(person, [somebody(780)], HARBOUR, '16:9').x).toBeLessThan(780));
  it('hides nobody and stays inside the frame, whoever is there, while there is room', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: -3, max: 3 }), { maxLength: 3 }), (at) => {
        const present = at.map((n) => somebody(n * 260, `p${n}`));
        const { x, y } = arrivalOf(person, present, HARBOUR, '16:9');
        expect(Math.abs(x) + 110).toBeLessThanOrEqual(960);
        for (const one of present) expect(overlapOf(boxOf(x, y), one.extent)).toBeLessThanOrEqual(0.05);
      }),
    ));
  it('has the size of its own body', () => {
    const noor = designed('noor', 'ch_000000000001', 'a0');
    expect(characterSize(noor, 2).height).toBeCloseTo(characterSize(noor, 1).height * 2, 6);
    expect(characterSize(noor, 1).height).toBeGreaterThan(300);
    const tully = designed('tully', 'ch_000000000002', 'a0');
    expect(characterSize(tully, 1).width, 'as wide as its arms reach').toBeGreaterThan(2 * (bodyOf(tully).shoulder + 40));
  });
});

describe('words that are brought on', () => {
  it('lie in the upper third over an empty stage', () => expect(arrivalOf(words, [], HARBOUR, '16:9')).toMatchObject({ x: 0, y: -324 }));
  it('go beside a head that stands in their way', () => {
    const tall: Landmark = { ...somebody(0), extent: { left: -110, top: -500, right: 110, bottom: FLOOR } };
    expect(Math.abs(arrivalOf({ ...words, width: 500 }, [tall], HARBOUR, '16:9').x)).toBeGreaterThan(300);
  });
});

it('figures and props stand, words and pictures hang', () => {
  expect((['character', 'prop', 'text', 'picture', 'shape', 'group'] as const).map((kind) => standsOn({ kind }))).toEqual([true, true, false, false, false, false]);
});
