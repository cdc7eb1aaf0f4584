import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CharacterLayer, Cue, Key, Layer } from '../document/schema.ts';
import { readOklch } from '../draw/colour.ts';
import { designed } from '../figure/cast.ts';
import { heightOf, proportionsOf } from '../figure/proportions.ts';
import { toTicks } from '../time/ticks.ts';
import { sample } from '../time/track.ts';
import { type Performance, sequenced } from './channels.ts';
import { movesOf, slidesOf } from './moves.ts';
import type { Resolved } from './resolve.ts';
import { colourTracksOf, sampleColour, tracksOf } from './tracks.ts';

const play = (from: number, values: [number, number][], until: number, release: number): Performance => ({
  keys: values.map(([at, headX]) => ({ at: from + at, values: { headX }, ease: 'linear' })),
  until,
  release,
});

describe('performances on one channel', () => {
  const yaw = (performances: readonly Performance[], tick: number): number => sample(sequenced(performances).headX as never, tick);
  const one = play(
    1000,
    [
      [0, 0],
      [100, 1],
      [200, 0.5],
    ],
    2000,
    400,
  );
  it('go through their keys, stay, and go back to nothing', () => {
    expect([0, 1000, 1050, 1100, 1200, 2000, 2400, 9000].map((tick) => Math.round(yaw([one], tick) * 100) / 100)).toEqual([0, 0, 0.5, 1, 0.5, 0.5, 0, 0]);
    expect(yaw([one], 2200)).toBeGreaterThan(0);
    expect(yaw([one], 2200)).toBeLessThan(0.5);
  });
  it('go on from where the one before stands when they begin before it is back', () => {
    const next = play(
      2100,
      [
        [0, 0],
        [100, 1],
      ],
      3000,
      400,
    );
    expect(yaw([one, next], 2100)).toBeCloseTo(0.5, 6);
    expect(yaw([next, one], 2200)).toBe(1);
    const cut = play(
      1050,
      [
        [0, 0],
        [100, -1],
      ],
      1500,
      100,
    );
    expect(yaw([one, cut], 1050)).toBeCloseTo(0.5, 6);
    expect(yaw([one, cut], 1150)).toBe(-1);
    expect(yaw([one, cut], 1600)).toBe(0);
  });
  it('begin from nothing when the one before is well on its way back', () => {
    const late = play(
      2400,
      [
        [0, 0],
        [100, 1],
      ],
      3000,
      400,
    );
    expect(yaw([one, late], 2400)).toBeCloseTo(0, 6);
    const half = play(
      2201,
      [
        [0, 0],
        [100, 1],
      ],
      3000,
      400,
    );
    expect(yaw([one, half], 2201)).toBeLessThan(0.5);
  });
  it('leave channels alone that they do not use, and none play nothing', () => {
    const other: Performance = {
      keys: [
        { at: 0, values: { headY: 0 }, ease: 'both' },
        { at: 10, values: { headY: 1 }, ease: 'both' },
      ],
      until: 20,
      release: 10,
    };
    expect(Object.keys(sequenced([one, other])).sort()).toEqual(['headX', 'headY']);
    expect(sequenced([])).toEqual({});
    expect(sequenced([{ keys: [], until: 0, release: 0 }])).toEqual({});
  });
  it('of which some channels go later have all of their keys and their end later', () => {
    const late = { ...one, late: () => 50 };
    for (const tick of [1000, 1050, 1100, 1200, 2000, 2200, 2400]) expect(yaw([late], tick + 50)).toBeCloseTo(yaw([one], tick), 9);
    expect(yaw([late], 1040)).toBe(0);
    expect(yaw([late], 2050)).toBeCloseTo(0.5, 9);
  });
  it('that begin at once follow the order in which they are given', () => {
    const [up, down] = [1, -1].map((to) =>
      play(
        1000,
        [
          [0, 0],
          [100, to],
        ],
        3000,
        400,
      ),
    ) as [Performance, Performance];
    expect(yaw([up, down], 2000)).toBe(-1);
    expect(yaw([down, up], 2000)).toBe(1);
  });
  it('that begin before another has come to its end cut it off there', () => {
    const long = play(
      0,
      [
        [0, 0],
        [1000, 1],
        [2000, -1],
      ],
      4000,
      400,
    );
    const soon = play(
      500,
      [
        [0, 0],
        [100, 0.2],
      ],
      900,
      100,
    );
    expect(yaw([long, soon], 500)).toBeCloseTo(0.5, 9);
    expect([600, 900, 1000, 2000, 5000].map((tick) => Math.round(yaw([long, soon], tick) * 1000) / 1000)).toEqual([0.2, 0.2, 0, 0, 0]);
  });
  it('that begin when the one before is half way back go on from there, later from nothing', () => {
    const next = (from: number) =>
      play(
        from,
        [
          [0, 0],
          [100, 1],
        ],
        from + 500,
        100,
      );
    // The way back begins at 2000 and takes 400: until its half it is left out.
    expect(yaw([one, next(2200)], 2199)).toBeCloseTo(0.5, 6);
    expect(yaw([one, next(2201)], 2200)).toBeLessThan(0.3);
  });
  it('never jump, whatever follows what', () => {
    const some = fc.record({
      from: fc.integer({ min: 0, max: 20 }),
      length: fc.integer({ min: 1, max: 10 }),
      to: fc.double({ min: -1, max: 1, noNaN: true }),
      release: fc.integer({ min: 1, max: 8 }),
    });
    fc.assert(
      fc.property(fc.array(some, { minLength: 1, maxLength: 6 }), (list) => {
        const performances = list.map(({ from, length, to, release }) =>
          play(
            from * 1000,
            [
              [0, 0],
              [1000, to],
            ],
            (from + length) * 1000 + 1000,
            release * 500,
          ),
        );
        const { headX } = sequenced(performances);
        if (!headX) throw new Error('nothing played');
        for (let tick = 0; tick < 45_000; tick += 50) expect(Math.abs(sample(headX, tick + 50) - sample(headX, tick))).toBeLessThan(0.35);
        expect(sample(headX, 60_000)).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
});

describe('keys as tracks', () => {
  const key = (value: number | string, ease: Key['ease'] = 'linear'): Key => ({ at: { to: 'scene', edge: 'start', offset: 0 }, value, ease });
  const resolved = (moments: Record<string, number>): Resolved => ({ keys: { get: (path: string) => Object.entries(moments).find(([id]) => path.includes(id))?.[1] } }) as never;
  it('are in order of time, numbers apart from colours; of two at one moment the later id stands', () => {
    const keys = { x: { ke_b: key(2), ke_a: key(1), ke_c: key(3) }, fill: { ke_d: key('#ff0000') } };
    const tracks = tracksOf('la', keys, resolved({ ke_a: 200, ke_b: 100, ke_c: 100, ke_d: 5 }));
    expect(Object.keys(tracks)).toEqual(['x']);
    expect([sample(tracks.x as never, 100), sample(tracks.x as never, 150), sample(tracks.x as never, 200)]).toEqual([3, 2, 1]);
    expect(sample(tracksOf('la', { x: { ke_c: key(3), ke_b: key(2) } }, resolved({ ke_b: 100, ke_c: 100 })).x as never, 100)).toBe(3);
    expect(Object.keys(colourTracksOf('la', keys, resolved({ ke_d: 5 })))).toEqual(['fill']);
    expect(tracksOf('la', undefined, resolved({}))).toEqual({});
    expect(colourTracksOf('la', undefined, resolved({}))).toEqual({});
    expect(tracksOf('la', { x: {} }, resolved({}))).toEqual({});
  });
  it('of colours go the shorter way round, and a grey has its neighbour’s hue', () => {
    const of = (...colours: string[]) => {
      const list = Object.fromEntries(colours.map((colour, n) => [`ke_${n}`, key(colour)]));
      const moments = Object.fromEntries(colours.map((_, n) => [`ke_${n}`, n * 100]));
      return colourTracksOf('la', { fill: list }, resolved(moments)).fill as NonNullable<ReturnType<typeof colourTracksOf>[string]>;
    };
    const red = of('#ff0040', '#ff4000');
    const across = readOklch(sampleColour(red, 50)).h;
    expect(Math.min(across, 360 - across)).toBeLessThan(40);
    expect(sampleColour(red, 0)).toBe('#ff0040');
    expect(sampleColour(red, 100)).toBe('#ff4000');
    const grey = of('#808080', '#0000ff');
    expect(sample(grey.h, 0)).toBeCloseTo(readOklch('#0000ff').h, 6);
    const middle = of('#0000ff', '#ffffff', '#ff0000');
    expect(sample(middle.h, 100)).toBeCloseTo(readOklch('#0000ff').h, 6);
    expect(sample(of('#808080', '#000000').h, 50)).toBe(0);
    // In order of time, whatever their ids: from red over yellow to green the hue only grows.
    const list = { ke_2: key('#ff0000'), ke_0: key('#ffff00'), ke_1: key('#00ff00') };
    const onward = colourTracksOf('la', { fill: list }, resolved({ ke_2: 0, ke_0: 100, ke_1: 200 })).fill as NonNullable<ReturnType<typeof colourTracksOf>[string]>;
    const hues = [0, 100, 200].map((tick) => sample(onward.h, tick));
    expect([...hues].sort((a, b) => a - b)).toEqual(hues);
    expect((hues[2] as number) - (hues[0] as number)).toBeLessThan(180);
    // A hue that is counted below nothing is the same colour.
    expect(sampleColour(of('#ff4000', '#ff0040', '#c000ff'), 200)).toBe('#c000ff');
    // Three hues round the circle: never a jump of more than half of it.
    const round = of('#ff0000', '#00ff00', '#0000ff', '#ff0000');
    for (const n of [0, 1, 2]) expect(Math.abs(sample(round.h, n * 100 + 100) - sample(round.h, n * 100))).toBeLessThanOrEqual(180);
  });
});

describe('moves', () => {
  const move = (x: number, y: number, start: number, end: number, walk = false): { cue: Cue; start: number; end: number } => ({
    cue: { kind: 'move', layer: 'l', x, y, walk, ease: 'linear' } as Cue,
    start,
    end,
  });
  const layer = { kind: 'character', character: 'c', x: 10, y: 20, scaleX: 2, scaleY: 2 } as CharacterLayer;
  const character = designed('marit', 'ch_000000000001', 'a0');
  const p = proportionsOf(character.figure);
  const going = (cues: ReturnType<typeof move>[], values: Partial<Parameters<typeof movesOf>[0]> = {}) =>
    movesOf({ layer, cues, p, height: heightOf(p), on: 'feet', temper: { lively: 0.5, tense: 0.3 }, ...values });
  it('of a thing lead from place to place, one after the other', () => {
    const path = slidesOf(layer as Layer, [move(110, 220, 100, 200), { cue: { kind: 'gesture' } as Cue, start: 0, end: 50 }, move(0, 0, 300, 400)]);
    const at = (tick: number): number[] => [sample(path?.x as never, tick), sample(path?.y as never, tick)];
    expect([at(0), at(100), at(150), at(250), at(350), at(500)]).toEqual([
      [10, 20],
      [10, 20],
      [60, 120],
      [110, 220],
      [55, 110],
      [0, 0],
    ]);
    expect(slidesOf(layer as Layer, [])).toBeUndefined();
  });
  it('of a figure are walks, slides or pushed wheels', () => {
    const walk = going([move(600, 20, toTicks(1), toTicks(4), true)]);
    expect(walk.walks.map(({ start, end }) => [start, end])).toEqual([[toTicks(1), toTicks(4)]]);
    expect(walk.feet).toBeDefined();
    expect(sample(walk.x, toTicks(5))).toBeCloseTo(600, 3);
    expect(Object.keys(walk.channels).length).toBeGreaterThan(0);
    for (const stays of [move(12, 20, 0, toTicks(1), true), move(600, 20, toTicks(1), toTicks(1), true), move(600, 20, 0, toTicks(1), false)]) {
      const slide = going([stays]);
      expect([slide.walks, slide.feet]).toEqual([[], undefined]);
    }
    const seat = going([move(600, 20, toTicks(1), toTicks(4), true)], { on: 'seat' });
    expect([seat.walks, seat.feet, sample(seat.x, toTicks(2.5))]).toEqual([[], undefined, 305]);
    const wheels = going([move(600, 20, toTicks(1), toTicks(4), true)], { on: 'wheels' });
    expect(wheels.feet).toBeUndefined();
    expect(Object.keys(wheels.channels).length).toBeGreaterThan(0);
    expect(sample(wheels.x, toTicks(5))).toBeCloseTo(600, 3);
  });
  const anyMoves = fc.array(
    fc.record({ x: fc.integer({ min: -900, max: 900 }), start: fc.integer({ min: 0, max: 12 }), length: fc.integer({ min: 0, max: 5 }), walk: fc.boolean() }),
    {
      minLength: 1,
      maxLength: 5,
    },
  );
  it('that lie over each other never move anything while none of them lasts', () =>
    fc.assert(
      fc.property(anyMoves, fc.boolean(), (list, figure) => {
        const cues = list.sort((a, b) => a.start - b.start).map(({ x, start, length, walk }) => move(x, 20, toTicks(start), toTicks(start + length), walk));
        const path = figure ? going(cues) : slidesOf(layer as Layer, cues);
        const x = (tick: number): number => sample(path?.x as never, tick);
        for (let second = 0; second < 18; second++) {
          const [from, to] = [toTicks(second) + 2, toTicks(second + 1) - 2];
          if (!cues.some(({ start, end }) => start < to && end > from)) expect(x(to)).toBeCloseTo(x(from), 6);
        }
        expect(x(toTicks(18))).toBeCloseTo(list.at(-1)?.x as number, 3);
      }),
    ));
  it('that begin within another one take over from where that one has led', () => {
    const { walks, x } = going([move(600, 20, toTicks(1), toTicks(5), true), move(0, 20, toTicks(3), toTicks(6), true)]);
    expect(walks.map(({ start, end }) => [start, end])).toEqual([
      [toTicks(1), toTicks(3)],
      [toTicks(3), toTicks(6)],
    ]);
    expect([sample(x, toTicks(3)), sample(x, toTicks(6))].map(Math.round)).toEqual([600, 0]);
  });
  it('of a mirrored figure go forwards too, and of a flat one stay finite', () => {
    const mirrored = going([move(-600, 20, toTicks(1), toTicks(4), true)], { layer: { ...layer, scaleX: -2 } });
    expect([mirrored.facing, mirrored.scale]).toEqual([-1, 2]);
    expect(sample(mirrored.x, toTicks(5))).toBeCloseTo(-600, 3);
    expect(sample(mirrored.x, 0)).toBe(10);
    const flat = going([move(600, 20, toTicks(1), toTicks(4), true)], { layer: { ...layer, scaleX: 0 } });
    expect(flat.scale).toBe(0.02);
    expect(Number.isFinite(sample(flat.x, toTicks(2)))).toBe(true);
  });
});
