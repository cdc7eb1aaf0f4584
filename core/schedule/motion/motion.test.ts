import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dice } from '../../draw/hash.ts';
import { designed } from '../../figure/cast.ts';
import { heightOf, proportionsOf } from '../../figure/proportions.ts';
import type { Analysis } from '../../speech/analysis.ts';
import { toSeconds, toTicks } from '../../time/ticks.ts';
import { type Key, sample, track } from '../../time/track.ts';
import { MOTION } from './figures.ts';
import { gazeKeys } from './gaze.ts';
import { idleKeys, type SpanInput } from './idle.ts';
import { type ReactingInput, reactingKeys } from './reacting.ts';
import { rollKeys } from './roll.ts';
import { speakingKeys } from './speaking.ts';
import { gaitOf, walkKeys } from './walk.ts';

const span = (values: Partial<SpanInput> = {}): SpanInput => ({ id: 'ln_1', layer: 'la_1', length: toTicks(30), lively: 0.6, tense: 0.2, talking: false, height: 400, ...values });
const spans = fc.record({
  id: fc.string({ minLength: 1, maxLength: 8 }),
  length: fc.integer({ min: 0, max: toTicks(60) }),
  lively: fc.double({ min: 0, max: 1, noNaN: true }),
  talking: fc.boolean(),
});
const ascending = (keys: readonly Key[]): boolean => keys.every((key, n) => n === 0 || (keys[n - 1] as Key).at <= key.at);

describe('what a figure does while nothing is asked of it', () => {
  it('starts and ends neutral, so that spans meet without a jump', () => {
    fc.assert(
      fc.property(spans, (values) => {
        for (const keys of Object.values(idleKeys(span(values)))) {
          expect((keys[0] as Key).value).toBe(0);
          expect((keys.at(-1) as Key).value).toBe(0);
          expect(ascending(keys)).toBe(true);
          expect((keys.at(-1) as Key).at).toBeLessThanOrEqual(values.length);
        }
      }),
    );
  });

  it('depends on the line and the figure only: the same twice, another on another line, never two figures in step', () => {
    expect(idleKeys(span())).toEqual(idleKeys(span()));
    expect(idleKeys(span({ id: 'ln_2' })).blink).not.toEqual(idleKeys(span()).blink);
    expect(idleKeys(span({ layer: 'la_2' })).blink).not.toEqual(idleKeys(span()).blink);
  });

  it('blinks as people do: lids close faster than they open, more often in talk than in quiet', () => {
    const count = (talking: boolean): number => {
      let blinks = 0;
      for (let n = 0; n < 40; n++) {
        const keys = idleKeys(span({ id: `ln_${n}`, talking })).blink ?? [];
        for (let k = 1; k + 3 < keys.length; k += 4) {
          const [from, shut, still, open] = keys.slice(k, k + 4) as [Key, Key, Key, Key];
          const close = toSeconds(shut.at - from.at);
          expect(close).toBeGreaterThanOrEqual(MOTION.blinkClosing[0] - 1e-4);
          expect(close).toBeLessThanOrEqual(MOTION.blinkClosing[1] + 1e-4);
          expect(open.at - still.at).toBeGreaterThan(shut.at - from.at);
          blinks++;
        }
      }
      return blinks / 20;
    };
    const [quiet, talk] = [count(false), count(true)];
    expect(quiet).toBeGreaterThan(10);
    expect(quiet).toBeLessThan(25);
    expect(talk).toBeGreaterThan(quiet * 1.15);
    expect(talk).toBeLessThan(40);
  });

  it('breathes twelve to sixteen times a minute, in faster than out', () => {
    const keys = idleKeys(span({ length: toTicks(60) })).chest as Key[];
    const breaths = (keys.length - 1) / 2;
    expect(breaths).toBeGreaterThanOrEqual(11);
    expect(breaths).toBeLessThanOrEqual(17);
    expect((keys[1] as Key).at - (keys[0] as Key).at).toBeLessThan((keys[2] as Key).at - (keys[1] as Key).at);
  });

  it('shows its temper: who is tense breathes shallower and more often, blinks more and shifts less; who is lively shifts more', () => {
    const sums = (values: Partial<SpanInput>) => {
      const sum = { breaths: 0, depth: 0, blinks: 0, reach: 0 };
      for (let n = 0; n < 30; n++) {
        const { chest = [], blink = [], hipX = [] } = idleKeys(span({ id: `ln_${n}`, ...values }));
        sum.breaths += chest.length;
        sum.depth += Math.max(...chest.map((key) => key.value));
        sum.blinks += blink.length;
        sum.reach += Math.max(...hipX.map((key) => Math.abs(key.value)));
      }
      return sum;
    };
    const [calm, tense, lively] = [sums({ tense: 0 }), sums({ tense: 1 }), sums({ tense: 0, lively: 1 })];
    expect(tense.breaths).toBeGreaterThan(calm.breaths * 1.08);
    expect(tense.depth).toBeLessThan(calm.depth * 0.8);
    expect(tense.blinks).toBeGreaterThan(calm.blinks * 1.2);
    expect(tense.reach).toBeLessThan(calm.reach * 0.75);
    expect(lively.reach).toBeGreaterThan(calm.reach * 1.1);
  });

  it('shifts its weight now and then, the head held against the hip', () => {
    const keys = idleKeys(span({ length: toTicks(60) }));
    const shifts = (keys.hipX ?? []).filter((key, n, all) => n > 0 && key.value !== (all[n - 1] as Key).value).length;
    expect(shifts).toBeGreaterThan(2);
    expect(shifts).toBeLessThan(18);
    keys.hipX?.forEach((key, n) => {
      if (key.value) expect(Math.sign(keys.headTilt?.[n]?.value ?? 0)).toBe(-Math.sign(key.value));
    });
  });
});

describe('a look', () => {
  const fixation = (seconds: number, yaw: number) => ({ at: toTicks(seconds), yaw, pitch: 0, headDelay: 0.04, headSeconds: 0.35 });
  const line = (yaw: number) => gazeKeys([fixation(0, 0), fixation(1, yaw)], 0);

  it('begins with the eyes; the head comes after and the eyes settle back', () => {
    const { gazeX = [], headTurn = [] } = line(0.4);
    const [eyes, head] = [track(gazeX), track(headTurn)];
    const at = toTicks(1.06);
    expect(sample(eyes, at)).toBeGreaterThan(0.7);
    expect(sample(head, at)).toBeLessThan(0.05);
    expect(sample(head, toTicks(1.5))).toBeGreaterThan(0.2);
    expect(sample(eyes, toTicks(1.6))).toBeLessThan(sample(eyes, at) / 2);
  });

  it('ends where it was asked for, however it got there', () => {
    const direct = gazeKeys([fixation(0, 0), fixation(4, 0.3)], 0.2);
    const detour = gazeKeys([fixation(0, -0.4), fixation(1, 0.5), fixation(2.5, -0.1), fixation(4, 0.3)], 0.2);
    for (const key of ['headTurn', 'gazeX', 'bodyTurn'] as const) expect(detour[key]?.at(-1)?.value).toBeCloseTo(direct[key]?.at(-1)?.value as number, 9);
  });

  it('never turns a head further than it is drawn well, nor an eye out of its socket', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 1, maxLength: 8 }), fc.double({ min: -0.3, max: 0.3, noNaN: true }), (yaws, facing) => {
        const keys = gazeKeys(
          yaws.map((yaw, n) => fixation(n * 0.8, yaw)),
          facing,
        );
        for (const { value } of keys.gazeX ?? []) expect(Math.abs(value)).toBeLessThanOrEqual(1);
        for (const { value } of keys.headTurn ?? []) expect(Math.abs(value)).toBeLessThanOrEqual(0.46 + Math.abs(facing) + 0.2);
        for (const channel of Object.values(keys)) expect(channel.every(({ at, value }) => Number.isFinite(at) && Number.isFinite(value))).toBe(true);
      }),
    );
  });
});

describe('speaking and listening', () => {
  const analysis: Analysis = { version: 1, length: toTicks(4), words: [], phones: [], mouth: [], loudness: [], stress: [] };
  const words = (last: string) =>
    ['Who', 'pulls', 'the', 'plug', last].map((text, n) => ({ text, start: toTicks(0.1 + n * 0.7), end: toTicks(0.6 + n * 0.7), stress: n % 2 ? 0.9 : 0.2 }));
  const speak = (values: { last?: string; hand?: 'L' | 'R'; lively?: number; tense?: number } = {}) =>
    speakingKeys({
      id: 'ln_1',
      layer: 'la_1',
      length: toTicks(4),
      lively: values.lively ?? 0.7,
      tense: values.tense ?? 0.2,
      analysis,
      words: words(values.last ?? 'out.'),
      hand: values.hand ?? 'R',
    });

  it('dips the head on a stressed word', () => {
    const keys = speak().headPitch as Key[];
    const stressed = words('out.')[1] as { start: number; end: number };
    const dips = keys.filter(({ value }) => value > 0.03);
    expect(dips.some(({ at }) => at >= stressed.start && at <= stressed.end)).toBe(true);
  });

  it('lifts the brows at the end of a question only', () => {
    const end = (last: string) => sample(track(speak({ last, lively: 0 }).browInL ?? [{ at: 0, value: 0 }]), toTicks(3.2));
    expect(end('out?')).toBeLessThan(-1);
    expect(end('out?')).toBeLessThan(end('out.') - 1);
  });

  it('lifts the brows at the end of a question whose last word is stressed, too, and not before that word', () => {
    for (let n = 0; n < 12; n++) {
      const asked = words('out?').map((word, index, all) => (index === all.length - 1 ? { ...word, stress: 0.9 } : { ...word, stress: 0.1 }));
      const { browInL = [] } = speakingKeys({ id: `ln_${n}`, layer: 'la_1', length: toTicks(4), lively: 0.7, tense: 0.2, analysis, words: asked, hand: 'R' });
      const last = asked.at(-1) as (typeof asked)[number];
      const brow = (tick: number): number => sample(track(browInL), tick);
      expect(brow(last.start + toTicks(0.15))).toBeLessThan(-2);
      expect(brow(last.end)).toBeLessThan(-2);
      expect(brow(last.start - toTicks(0.1))).toBe(0);
      expect(brow(toTicks(4))).toBe(0);
    }
  });

  it('beats with the hand that is free', () => {
    const right = speak({ hand: 'R', lively: 1 });
    const left = speak({ hand: 'L', lively: 1 });
    expect(right.elbowR?.length).toBeGreaterThan(3);
    expect(right.elbowL).toBeUndefined();
    expect(left.elbowL?.length).toBeGreaterThan(3);
    expect(left.elbowR).toBeUndefined();
  });

  it('is larger in a lively figure', () => {
    const size = (lively: number) => Math.max(...(speak({ lively }).headPitch ?? []).map(({ value }) => value));
    expect(size(1)).toBeGreaterThan(size(0) * 1.3);
  });

  it('keeps the arm in when it is tense, and dips the head as ever', () => {
    const swing = (tense: number) => Math.max(...(speak({ tense }).elbowR ?? []).map(({ value }) => Math.abs(value)));
    expect(swing(1)).toBeLessThan(swing(0) * 0.7);
    expect(speak({ tense: 1 }).headPitch).toEqual(speak({ tense: 0 }).headPitch);
  });

  it('stays within the line and is neutral at both ends, whatever is said how quickly, up to its last moment', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            pause: fc.double({ min: 0, max: 0.8, noNaN: true }),
            length: fc.double({ min: 0.05, max: 0.9, noNaN: true }),
            stress: fc.double({ min: 0, max: 1, noNaN: true }),
          }),
          {
            minLength: 1,
            maxLength: 12,
          },
        ),
        fc.boolean(),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        fc.nat(1000),
        (list, question, rest, n) => {
          let at = 0;
          const spoken = list.map(({ pause, length, stress }, index) => {
            const start = toTicks(at + (index ? pause : 0));
            at += (index ? pause : 0) + length;
            return { text: question && index === list.length - 1 ? 'so?' : 'so', start, end: toTicks(at), stress };
          });
          const length = toTicks(at + rest);
          const keys = speakingKeys({ id: `ln_${n}`, layer: 'la_1', length, lively: 0.9, tense: 0.1, analysis, words: spoken, hand: 'R' });
          for (const channel of Object.values(keys)) {
            expect(channel.every((key, k) => (k === 0 ? key.at === 0 : key.at > (channel[k - 1] as Key).at))).toBe(true);
            expect((channel.at(-1) as Key).at).toBeLessThanOrEqual(length);
            expect([channel[0]?.value, channel.at(-1)?.value]).toEqual([0, 0]);
          }
        },
      ),
    ));

  const listen = (more: Partial<ReactingInput> = {}) =>
    reactingKeys({ id: 'ln', layer: 'la_1', length: toTicks(8), lively: 0.8, pauses: [toTicks(2), toTicks(5)], mood: 'plain', towards: 1, ...more });

  it('a listener nods at pauses, dying away', () => {
    let nods = 0;
    for (let n = 0; n < 30; n++) {
      const keys = listen({ id: `ln_${n}` }).headPitch ?? [];
      const peaks = keys.filter(({ value }) => value > 0);
      nods += peaks.length ? 1 : 0;
      for (const { at } of peaks) expect(at).toBeGreaterThan(toTicks(2));
    }
    expect(nods).toBeGreaterThan(12);
    expect(listen({ pauses: [] }).headPitch).toBeUndefined();
  });

  it('a listener reacts within every line: brows, a tilt, a lean to who speaks; back at rest after it', () => {
    for (const seconds of [1.4, 2.5, 5, 12])
      for (const mood of ['glad', 'bad', 'funny', 'question', 'plain'] as const) {
        const length = toTicks(seconds + 0.9);
        const keys = listen({ length, mood, pauses: [] });
        const tilt = keys.headTilt ?? [];
        expect(tilt.some(({ at, value }) => at < toTicks(seconds) && Math.abs(value) > 1)).toBe(true);
        expect((keys.browInL ?? keys.smile ?? []).some(({ at, value }) => at < toTicks(seconds) && value !== 0)).toBe(true);
        for (const list of Object.values(keys)) {
          expect(ascending(list)).toBe(true);
          expect([list[0]?.value, list.at(-1)?.value]).toEqual([0, 0]);
        }
      }
  });

  it('a listener leans to the side of who speaks, smiles at good news and never at bad', () => {
    const most = (keys: readonly Key[] | undefined): number => (keys ?? []).reduce((far, { value }) => (Math.abs(value) > Math.abs(far) ? value : far), 0);
    expect(most(listen({ towards: 1 }).lean)).toBeGreaterThan(0);
    expect(most(listen({ towards: -1 }).lean)).toBeLessThan(0);
    expect(listen({ towards: 0 }).lean).toBeUndefined();
    expect(most(listen({ mood: 'glad' }).smile)).toBeGreaterThan(0.2);
    expect(most(listen({ mood: 'bad' }).smile)).toBeLessThan(-0.2);
  });
});

describe('a walk', () => {
  const p = proportionsOf(designed('theo', 'ch_1', 'a0').figure as never);
  const walk = (fromX: number, toX: number, seconds: number) => walkKeys({ start: 0, end: toTicks(seconds), fromX, toX, scale: 1.4, p, height: heightOf(p), ease: 'both' });

  it('carries the root from place to place, never backwards, both feet home at the end', () => {
    fc.assert(
      fc.property(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -900, max: 900 }), (fromX, toX) => {
        const keys = walk(fromX, toX, Math.max(0.8, Math.abs(toX - fromX) / 250));
        expect(keys.x[0]?.value).toBe(fromX);
        expect(keys.x.at(-1)?.value).toBeCloseTo(toX, 6);
        const way = Math.sign(toX - fromX);
        keys.x.forEach((key, n) => {
          if (n) expect((key.value - (keys.x[n - 1] as Key).value) * way).toBeGreaterThanOrEqual(-1e-9);
        });
        const [left, right] = [keys.feet.L.x.at(-1)?.value as number, keys.feet.R.x.at(-1)?.value as number];
        expect((left + right) / 2).toBeCloseTo(toX, 6);
        expect(right).toBeGreaterThan(left);
      }),
      { numRuns: 60 },
    );
  });

  it('holds one foot down at every moment and lifts both in turn', () => {
    const { feet } = walk(-400, 400, 3.4);
    const lifts = { L: track([...feet.L.lift]), R: track([...feet.R.lift]) };
    const lifted = { L: 0, R: 0 };
    for (let tick = 0; tick < toTicks(3.4); tick += 1000) {
      const up = (['L', 'R'] as const).filter((side) => sample(lifts[side], tick) < -0.5);
      expect(up.length).toBeLessThan(2);
      for (const side of up) lifted[side]++;
    }
    expect(lifted.L).toBeGreaterThan(10);
    expect(lifted.R).toBeGreaterThan(10);
  });

  it('takes more steps over a longer way', () => {
    const steps = (distance: number) => walk(0, distance, distance / 250).feet.L.x.length;
    expect(steps(900)).toBeGreaterThan(steps(300));
  });
});

describe('a run', () => {
  const p = proportionsOf(designed('theo', 'ch_1', 'a0').figure as never);
  const run = walkKeys({ start: 0, end: toTicks(1.8), fromX: -500, toX: 500, scale: 1, p, height: heightOf(p), ease: 'both', gait: 'run' });
  it('leaves the floor with both feet between its steps, and never stands on a sliding foot', () => {
    const lifts = { L: track([...run.feet.L.lift]), R: track([...run.feet.R.lift]) };
    const places = { L: track([...run.feet.L.x]), R: track([...run.feet.R.x]) };
    let flights = 0;
    for (let tick = 200; tick < toTicks(1.8); tick += 200) {
      if ((['L', 'R'] as const).every((side) => sample(lifts[side], tick) < -0.5)) flights++;
      for (const side of ['L', 'R'] as const)
        if (sample(lifts[side], tick) === 0 && sample(lifts[side], tick - 200) === 0) expect(sample(places[side], tick)).toBeCloseTo(sample(places[side], tick - 200), 6);
    }
    expect(flights).toBeGreaterThan(8);
  });
  it('takes fewer and longer steps than a walk, leans into it, and ends with both feet home', () => {
    const walk = walkKeys({ start: 0, end: toTicks(1.8), fromX: -500, toX: 500, scale: 1, p, height: heightOf(p), ease: 'both' });
    expect(run.feet.L.x.length).toBeLessThan(walk.feet.L.x.length);
    expect(Math.max(...run.lean.map(({ value }) => value))).toBeGreaterThan(Math.max(...walk.lean.map(({ value }) => value)) * 1.5);
    expect(((run.feet.L.x.at(-1)?.value as number) + (run.feet.R.x.at(-1)?.value as number)) / 2).toBeCloseTo(500, 6);
  });
  it('is chosen by speed: a stroll walks, a dash runs, and short legs run sooner', () => {
    expect(gaitOf(1000, toTicks(3.4), p)).toBe('walk');
    expect(gaitOf(1000, toTicks(1.2), p)).toBe('run');
    const child = proportionsOf({ ...(designed('theo', 'ch_1', 'a0').figure as never as Record<string, number>), age: 7 } as never);
    const slowest = (who: typeof p): number =>
      Array.from({ length: 60 }, (_, n) => 200 + n * 20).find((distance) => gaitOf(distance, toTicks(1), who) === 'run') ?? Number.POSITIVE_INFINITY;
    expect(slowest(child)).toBeLessThan(slowest(p));
  });
});

describe('a wheelchair under way', () => {
  const roll = rollKeys({ start: 1000, end: 1000 + toTicks(4), fromX: 100, toX: -700 });
  it('goes from place to place, never backwards, from rest to rest', () => {
    const x = track([...roll.x]);
    expect([roll.x[0]?.value, roll.x.at(-1)?.value]).toEqual([100, -700]);
    const speeds = Array.from({ length: 100 }, (_, n) => sample(x, 1000 + toTicks(n * 0.04)) - sample(x, 1000 + toTicks((n + 1) * 0.04)));
    for (const speed of speeds) expect(speed).toBeGreaterThanOrEqual(0);
    const top = Math.max(...speeds);
    expect(speeds[0] as number).toBeLessThan(top * 0.3);
    expect(speeds.at(-1) as number).toBeLessThan(top * 0.3);
  });
  it('is pushed again and again, for .4 to .6 s each, and glides between', () => {
    const pushes = roll.push.filter(({ value }) => value === 1).length;
    expect(pushes).toBeGreaterThanOrEqual(3);
    const [grip, gone] = [roll.push[1] as Key, roll.push[2] as Key];
    expect(toSeconds(gone.at - grip.at)).toBeLessThan(0.6);
    for (const keys of [roll.push, roll.hold, roll.lean, roll.bodyTurn]) {
      expect(ascending(keys)).toBe(true);
      expect((keys.at(-1) as Key).value).toBe(0);
    }
  });
});

it('chance from a seed keeps to its range', () => {
  const chance = dice(7);
  for (let n = 0; n < 500; n++) {
    const value = chance.between(2, 3);
    expect(value).toBeGreaterThanOrEqual(2);
    expect(value).toBeLessThanOrEqual(3);
  }
});
