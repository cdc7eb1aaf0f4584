import { describe, expect, it } from 'vitest';
import type { CueOf } from '../document/schema.ts';
import { ACTIONS, actionOf } from '../figure/actions/index.ts';
import { expressionOf } from '../figure/expressions/index.ts';
import type { PoseKey } from '../figure/pose.ts';
import { toTicks } from '../time/ticks.ts';
import { sample } from '../time/track.ts';
import { type Performance, sequenced } from './channels.ts';
import { facePerformance, gesturePerformance } from './performances.ts';

describe('a face', () => {
  const cue = (strength: number): CueOf<'face'> => ({
    kind: 'face',
    layer: 'l',
    order: 'a',
    expression: 'afraid',
    strength,
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 48_000 },
  });
  it('comes brows first and mouth last, as strong as it is asked, and fades', () => {
    const channels = sequenced([facePerformance(cue(1), 0, 48_000)]);
    const [brow, mouth] = [Object.keys(channels).find((name) => name.startsWith('brow')) as 'browInL', 'smile' as const];
    const share = (name: 'browInL' | 'smile', tick: number): number => sample(channels[name] as never, tick) / sample(channels[name] as never, 40_000);
    expect(share(brow, toTicks(0.12))).toBeGreaterThan(share(mouth, toTicks(0.12)));
    expect(share(mouth, toTicks(0.12))).toBeCloseTo(0, 9);
    expect(share(mouth, toTicks(0.43))).toBeCloseTo(1, 6);
    expect(share(brow, 48_000 + toTicks(0.9))).toBeCloseTo(0, 9);
    const half = sequenced([facePerformance(cue(0.5), 0, 48_000)]);
    expect(sample(half.smile as never, 40_000)).toBeCloseTo(sample(channels.smile as never, 40_000) / 2, 6);
    // One that is too short still comes whole.
    expect(facePerformance(cue(1), 0, 10).until).toBe(toTicks(0.43));
    expect(facePerformance({ ...cue(1), expression: 'no such face' }, 0, 48_000).keys.every(({ values }) => Object.keys(values).length === 0)).toBe(true);
  });
});

describe('the keys of a face', () => {
  const face = expressionOf('afraid')?.face as Record<string, number>;
  const kind = (name: string): 'brow' | 'eyes' | 'rest' =>
    ['brow', 'crease', 'forehead'].some((start) => name.startsWith(start))
      ? 'brow'
      : ['lid', 'gaze', 'eye', 'happy', 'bags', 'cheek', 'flush'].some((start) => name.startsWith(start))
        ? 'eyes'
        : 'rest';
  it('are 0, 60, 120, 300 and 430 ms into it: first brows, then eyes, then the rest', () => {
    expect(new Set(Object.keys(face).map(kind))).toEqual(new Set(['brow', 'eyes', 'rest']));
    const { keys, until, release } = facePerformance({ expression: 'afraid', strength: 0.5 }, 5000, 90_000);
    expect(keys.map(({ at, ease }) => [at - 5000, ease])).toEqual([0, 60, 120, 300, 430].map((ms) => [toTicks(ms / 1000), 'both']));
    const shares = { brow: [0, 0.2, 0.55, 1, 1], eyes: [0, 0, 0.25, 1, 1], rest: [0, 0, 0, 0.62, 1] };
    for (const [name, value] of Object.entries(face))
      expect(
        keys.map(({ values }) => values[name as 'smile']),
        name,
      ).toEqual(shares[kind(name)].map((share) => expect.closeTo(share * value * 0.5, 9)));
    expect([until, release]).toEqual([90_000, toTicks(0.9)]);
    expect(facePerformance({ expression: 'afraid', strength: 0.5 }, 5000, 5010).until).toBe(5000 + toTicks(0.43));
  });
});

describe('a gesture', () => {
  const cue = (values: Partial<CueOf<'gesture'>> = {}): CueOf<'gesture'> => ({
    kind: 'gesture',
    layer: 'l',
    order: 'a',
    action: 'wave',
    hand: 'right',
    strength: 1,
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 48_000 },
    ...values,
  });
  const wave = actionOf('wave') as NonNullable<ReturnType<typeof actionOf>>;
  const start = toTicks(5);
  const lengthOf = ({ keys }: Performance): number => (keys.at(-1)?.at as number) - (keys[0]?.at as number);
  it('of two hands is the same asked of the right or of both, as old cues are', () => {
    const [right, both] = (['right', 'both'] as const).map((hand) => gesturePerformance(cue({ action: 'shrug', hand }), start, start + toTicks(2)));
    expect(both).toEqual(right);
    expect(gesturePerformance(cue({ action: 'wave', hand: 'both' }), start, start + toTicks(2))).not.toEqual(
      gesturePerformance(cue({ action: 'wave' }), start, start + toTicks(2)),
    );
  });
  it('of one hand leaves the other alone where that one carries something', () => {
    const arms = (full?: 'left' | 'right') => {
      const { keys } = gesturePerformance(cue({ action: 'explain' }), start, start + toTicks(1), undefined, full);
      return ['upperL', 'upperR'].map((key) => keys.some(({ values }) => key in values));
    };
    expect(arms()).toEqual([true, true]);
    expect(arms('left')).toEqual([false, true]);
    expect(arms('right')).toEqual([true, true]);
  });
  it('has its keys about its word, and its cycle as long as it lasts', () => {
    const short = gesturePerformance(cue(), start, start + toTicks(0.2));
    wave.keys.forEach((key, n) => expect(short.keys[n]?.at).toBe(start + toTicks(key.at)));
    const long = gesturePerformance(cue(), start, start + toTicks(6));
    if (wave.cycle) {
      expect(long.keys.length).toBeGreaterThan(short.keys.length);
      const rounds = (long.keys.length - wave.keys.length) / wave.cycle.keys.length;
      expect(Number.isInteger(rounds)).toBe(true);
      expect(Math.abs((long.keys.at(-1)?.at as number) - (start + toTicks(6)))).toBeLessThan(toTicks(wave.cycle.seconds * 1.3));
    }
    expect(long.until).toBe(Math.max(start + toTicks(6), long.keys.at(-1)?.at as number));
    expect(long.release).toBe(toTicks(wave.release));
    expect(gesturePerformance(cue({ action: 'no such action' }), start, start + 5)).toEqual({ keys: [], until: start, release: 0 });
  });
  it('is led by the eyes and the head; wrist and fingers follow', () => {
    const { late } = gesturePerformance(cue(), start, start);
    const seconds = (name: PoseKey): number => (late?.(name) as number) / toTicks(1);
    for (const [name, by] of [
      ['gazeX', -0.09],
      ['lidLower', -0.09],
      ['browInL', -0.09],
      ['headPitch', -0.055],
      ['hipX', -0.035],
      ['spine', -0.035],
      ['lean', -0.035],
      ['bodyTurn', -0.035],
      ['shoulderTilt', -0.015],
      ['liftR', -0.015],
      ['upperR', 0],
      ['elbowR', 0.02],
      ['wristL', 0.045],
      ['aimR', 0.045],
      ['fistR', 0.06],
      ['pinchL', 0.06],
      ['smile', 0],
    ] as const)
      expect(seconds(name), name).toBeCloseTo(by, 4);
  });
  it('repeats its cycle while it lasts, and once more where a good part of that is left', () => {
    const cycle = wave.cycle as NonNullable<typeof wave.cycle>;
    const end = (wave.keys.at(-1)?.at as number) + cycle.seconds;
    const rounds = (seconds: number, speed?: number): number =>
      (gesturePerformance(cue({ speed }), start, start + toTicks(seconds)).keys.length - wave.keys.length) / cycle.keys.length;
    expect([end - cycle.seconds * 0.31, end - cycle.seconds * 0.29, end + cycle.seconds * 0.65, end + cycle.seconds * 0.75].map((at) => rounds(at))).toEqual([0, 1, 1, 2]);
    expect(rounds(end / 2 - cycle.seconds * 0.14, 2)).toBe(1);
    expect(rounds(3600)).toBe(400);
    const { keys } = gesturePerformance(cue(), start, start + toTicks(end));
    const last = wave.keys.at(-1)?.at as number;
    expect(keys.slice(wave.keys.length).map(({ at }) => at - start)).toEqual(cycle.keys.map((key) => toTicks(last) + toTicks(key.at)));
  });
  it('of somebody tense is quicker by a tenth and smaller by a fifth at most', () => {
    const tense = gesturePerformance(cue(), start, start, { lively: 0.5, tense: 1 });
    const plain = gesturePerformance(cue(), start, start);
    expect(lengthOf(plain) / lengthOf(tense)).toBeCloseTo(1.07, 3);
    const first = (performance: Performance): number => Math.max(...performance.keys.flatMap(({ values }) => Object.values(values).map(Math.abs)));
    expect(first(tense) / first(plain)).toBeCloseTo(1 - 0.7 * 0.22, 6);
    expect(first(gesturePerformance(cue(), start, start, { lively: 1, tense: 0.3 })) / first(plain)).toBeCloseTo(1.12, 6);
    expect(lengthOf(plain) / lengthOf(gesturePerformance(cue(), start, start, { lively: 1, tense: 0.3 }))).toBeCloseTo(1.1, 3);
  });
  it('has the eases of its action, else softens both ways', () => {
    const { keys } = gesturePerformance(cue(), start, start);
    expect(keys.map(({ ease }) => ease)).toEqual(wave.keys.map((key) => key.ease ?? 'both'));
    const eased = ACTIONS.find((action) => action.keys.some(({ ease }) => ease && ease !== 'both')) as (typeof ACTIONS)[number];
    const own = gesturePerformance(cue({ action: eased.id }), start, start).keys.slice(0, eased.keys.length);
    expect(own.map(({ ease }) => ease)).toEqual(eased.keys.map((key) => key.ease ?? 'both'));
  });
  it('is quicker when it is asked to be, and done wider and quicker by lively people, smaller by tense ones', () => {
    const plain = gesturePerformance(cue(), start, start);
    expect(lengthOf(gesturePerformance(cue({ speed: 2 }), start, start))).toBeCloseTo(lengthOf(plain) / 2, -1);
    const lively = gesturePerformance(cue(), start, start, { lively: 1, tense: 0.3 });
    expect(lengthOf(lively)).toBeLessThan(lengthOf(plain));
    const reach = ({ keys }: Performance): number => Math.max(...keys.flatMap(({ values }) => Object.values(values).map(Math.abs)));
    expect(reach(lively)).toBeGreaterThan(reach(plain));
    expect(reach(gesturePerformance(cue(), start, start, { lively: 0.5, tense: 1 }))).toBeLessThan(reach(plain));
    expect(reach(gesturePerformance(cue({ strength: 0.5 }), start, start))).toBeLessThan(reach(plain));
  });
});
