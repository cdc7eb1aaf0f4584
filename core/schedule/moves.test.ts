import { describe, expect, it } from 'vitest';
import type { CharacterLayer, Cue, Layer } from '../document/schema.ts';
import { designed } from '../figure/cast.ts';
import { bodyOf } from '../figure/mascots/index.ts';
import { heightOf } from '../figure/proportions.ts';
import { toTicks } from '../time/ticks.ts';
import { sample, type Track } from '../time/track.ts';
import { jumpKeys, riseOf } from './motion/jump.ts';
import { rollKeys } from './motion/roll.ts';
import { naturalLength, walkKeys } from './motion/walk.ts';
import { type MoveInput, type Moves, movesOf, poseOnWay, slidesOf } from './moves.ts';

const p = bodyOf(designed('theo', 'ch_00000000000a', 'a0'));
const height = heightOf(p);
const layerAt = (x: number, y: number, more: object = {}): CharacterLayer =>
  ({ kind: 'character', character: '', order: 'a0', x, y, locked: false, hidden: false, ...more }) as unknown as CharacterLayer;
const move = (start: number, end: number, x: number, y: number, more: object = {}) => ({
  start,
  end,
  cue: { kind: 'move', layer: 'l', x, y, walk: true, gait: 'walk', ease: 'both', order: 'a0', ...more } as unknown as Cue,
});
const going = (cues: MoveInput['cues'], more: Partial<MoveInput> = {}): Moves =>
  movesOf({ layer: layerAt(100, 200, { scaleX: 1, scaleY: 1 }), cues, p, height, on: 'feet', temper: { lively: 0.5, tense: 0.3 }, ...more });
const S = toTicks(1);
const at = (track: Track | undefined, ...ticks: number[]): number[] => ticks.map((tick) => Math.round(sample(track as Track, tick) * 1e6) / 1e6);
const most = (track: Track | undefined): number => Math.max(...Array.from(track?.values ?? [0], Math.abs));

describe('where a thing is moved to', () => {
  const thing = layerAt(100, 200) as unknown as Layer;
  it('is nowhere without a move', () => {
    expect(slidesOf(thing, [])).toBeUndefined();
    expect(slidesOf(thing, [{ start: 0, end: S, cue: { kind: 'gesture' } as unknown as Cue }])).toBeUndefined();
  });
  it('is reached at the end of each move, from where it stood', () => {
    const path = slidesOf(thing, [move(S, 2 * S, 300, 250, { ease: 'linear' }), move(3 * S, 4 * S, -100, 250, { ease: 'linear' })]);
    expect(at(path?.x, 0, S, 1.5 * S, 2 * S, 2.5 * S, 3.5 * S, 4 * S, 9 * S)).toEqual([100, 100, 200, 300, 300, 100, -100, -100]);
    expect(at(path?.y, 0, S, 1.5 * S, 2 * S, 9 * S)).toEqual([200, 200, 225, 250, 250]);
    expect(path).not.toHaveProperty('rolled');
  });
  it('eases as it is asked to', () => {
    const path = slidesOf(thing, [move(S, 2 * S, 300, 200)]);
    expect(at(path?.x, 1.25 * S)[0]).toBeLessThan(140);
    expect(at(path?.x, 1.75 * S)[0]).toBeGreaterThan(260);
  });
  it('rolls by the way that it goes, to the right positive, one move on the other', () => {
    const rolls = { gait: 'roll', ease: 'linear' };
    const path = slidesOf(thing, [move(S, 2 * S, 300, 200, rolls), move(3 * S, 4 * S, 50, 200, rolls), move(5 * S, 6 * S, 400, 200, { ease: 'linear' })]);
    expect(at(path?.rolled, 0, S, 1.5 * S, 2 * S, 3 * S, 4 * S, 6 * S)).toEqual([0, 0, 100, 200, 200, -50, -50]);
  });
  it('flies in a bow where it jumps, straight along the floor', () => {
    const path = slidesOf(thing, [move(S, 2 * S, 300, 200, { gait: 'jump' })]);
    expect(at(path?.x, 1.25 * S, 1.5 * S)).toEqual([150, 200]);
    expect(at(path?.y, S, 1.5 * S, 2 * S)).toEqual([200, Math.round((200 - riseOf(S, 1)) * 1e6) / 1e6, 200]);
    // One that takes no time is there at once.
    const now = slidesOf(thing, [move(S, S, 300, 120, { gait: 'jump' })]);
    expect(at(now?.y, S - 1, S)).toEqual([200, 120]);
  });
});

describe('where a figure goes', () => {
  it('stays in its place, on no feet and with nothing to do, without a move', () => {
    const still = going([]);
    expect(at(still.x, 0, 9 * S)).toEqual([100, 100]);
    expect(at(still.y, 0, 9 * S)).toEqual([200, 200]);
    expect(still.feet).toBeUndefined();
    expect(still.walks).toEqual([]);
    expect(still.channels).toEqual({});
  });
  it('walks, or runs where it must be there sooner, or as it is asked to', () => {
    const lean = (more: object, length = 2 * S): number => most(going([move(S, S + length, 700, 200, more)]).channels.lean);
    const as = (gait: 'walk' | 'run', length = 2 * S): number =>
      Math.max(...walkKeys({ start: S, end: S + length, fromX: 100, toX: 700, scale: 1, p, height, ease: 'both', gait }).lean.map(({ value }) => Math.abs(value)));
    expect(as('run')).not.toBeCloseTo(as('walk'), 3);
    expect(lean({ gait: 'walk' })).toBeCloseTo(as('walk'), 9);
    expect(lean({ gait: 'run' })).toBeCloseTo(as('run'), 9);
    expect(lean({ gait: undefined }, 4 * S)).toBeCloseTo(as('walk', 4 * S), 9);
    expect(lean({ gait: undefined }, 0.8 * S)).toBeCloseTo(as('run', 0.8 * S), 9);
    // A way to the left is as long as one to the right; a small figure must run where a large one walks.
    expect(lean({ gait: undefined, x: -500 }, 4 * S)).toBeCloseTo(as('walk', 4 * S), 9);
    const small = going([move(S, 4 * S, 700, 200, { gait: undefined })], { layer: layerAt(100, 200, { scaleX: 0.3, scaleY: 0.3 }) });
    const large = going([move(S, 4 * S, 700, 200, { gait: undefined })]);
    expect(most(small.channels.lean)).toBeGreaterThan(most(large.channels.lean) * 1.5);
  });
  it('slides where it does not walk, where there is hardly a way, and where no time is', () => {
    for (const one of [move(S, 2 * S, 700, 200, { walk: false }), move(S, 2 * S, 104, 200), move(S, S, 700, 200)]) expect(going([one]).walks).toEqual([]);
    expect(going([move(S, 2 * S, 105, 200)]).walks).toHaveLength(1);
    expect(going([move(S, 2 * S, 95, 200)]).walks).toHaveLength(1);
    const slid = going([move(S, 2 * S, 300, 260, { walk: false, ease: 'linear' })]);
    expect(at(slid.x, 1.5 * S)).toEqual([200]);
    expect(at(slid.y, 1.5 * S)).toEqual([230]);
    expect(slid.channels).toEqual({});
    // Who walks goes down the stage evenly, whatever the ease.
    expect(at(going([move(S, 2 * S, 300, 260)]).y, 1.25 * S)).toEqual([215]);
    expect(at(going([move(S, 2 * S, 300, 260, { walk: false })]).y, 1.25 * S)[0]).toBeLessThan(212);
  });
  it('goes from where the move before has led', () => {
    const moves = going([move(S, 3 * S, 700, 240), move(4 * S, 6 * S, 300, 200)]);
    expect(moves.walks.map(({ start, end }) => [start, end])).toEqual([
      [S, 3 * S],
      [4 * S, 6 * S],
    ]);
    expect(at(moves.x, S, 3 * S, 4 * S, 6 * S)).toEqual([100, 700, 700, 300]);
    expect(at(moves.y, 3 * S, 4 * S, 6 * S)).toEqual([240, 240, 200]);
    // A jump leaves it where it lands.
    const jumped = going([move(S, 2 * S, 300, 240, { gait: 'jump' }), move(4 * S, 6 * S, 900, 200)]);
    expect(at(jumped.x, 2 * S, 4 * S, 6 * S)).toEqual([300, 300, 900]);
    expect(at(jumped.y, 0, 2 * S, 4 * S)).toEqual([200, 240, 240]);
  });
  it('jumps on its feet with all its body, and is thrown where it has none', () => {
    const jump = move(S, 2 * S, 300, 200, { gait: 'jump' });
    const feet = going([jump]);
    const keys = jumpKeys({ start: S, end: 2 * S, fromX: 100, toX: 300, fromY: 200, toY: 200, scale: 1, p });
    expect(most(feet.channels.air)).toBeCloseTo(Math.max(...(keys.air ?? []).map(({ value }) => Math.abs(value))), 6);
    expect(feet.walks).toHaveLength(1);
    const seat = going([jump], { on: 'seat' });
    expect(seat.walks).toEqual([]);
    expect(at(seat.y, 1.5 * S)).toEqual([Math.round((200 - riseOf(S, 1)) * 1e6) / 1e6]);
    expect(at(seat.x, 2 * S)).toEqual([300]);
    // Somebody who walks leaves the floor at no time.
    expect(going([move(S, 3 * S, 700, 200)]).channels).not.toHaveProperty('air');
    // Two ways, one of them a jump: it is in the air on that one alone.
    const both = going([move(S, 3 * S, 700, 200), move(4 * S, 5 * S, 900, 200, { gait: 'jump' })]);
    expect(Math.abs(at(both.channels.air, 2 * S)[0] as number)).toBe(0);
    expect(Math.abs(at(both.channels.air, 4.5 * S)[0] as number)).toBeGreaterThan(5);
    // One that takes no time, or is no jump, is no throw.
    expect(at(going([move(S, S, 300, 120, { gait: 'jump' })], { on: 'seat' }).y, S - 1, S)).toEqual([200, 120]);
    expect(at(going([move(S, 2 * S, 300, 200)], { on: 'seat' }).y, 1.5 * S)).toEqual([200]);
  });
  it('swings its arms with its temper: the lively more, the tense less', () => {
    const channels = (lively: number, tense: number) => going([move(S, 5 * S, 900, 200)], { temper: { lively, tense } }).channels;
    const base = most(channels(0, 0).upperL);
    expect(most(channels(1, 0).upperL) / base).toBeCloseTo(1.22 / 0.78, 6);
    expect(most(channels(0, 1).upperL) / base).toBeCloseTo(0.78 / 1.08, 6);
    expect(most(channels(0.5, 0.5).upperR) / most(channels(0.5, 0.5).upperL)).toBeCloseTo(17 / 20, 6);
    const { arms, stride, hipY, elbows } = walkKeys({ start: S, end: 5 * S, fromX: 100, toX: 900, scale: 1, p, height, ease: 'both', gait: 'walk' });
    const free = 0.78 * 1.08;
    expect(base).toBeCloseTo(Math.max(...arms.map(({ value }) => Math.abs(value))) * 20 * free, 6);
    expect(most(channels(0, 0).hipY)).toBeCloseTo(Math.max(...hipY.map(({ value }) => Math.abs(value))) * 0.85, 6);
    expect(most(channels(1, 0).hipY)).toBeCloseTo(Math.max(...hipY.map(({ value }) => Math.abs(value))) * 1.15, 6);
    // Elbows bend on both swings, the forearm points the way one goes.
    const ahead = stride[1]?.value ?? 0;
    arms.forEach((key, n) => {
      const { elbowL, elbowR } = channels(0, 0);
      const bent = elbows[n] ?? 0;
      expect(sample(elbowL as Track, key.at)).toBeCloseTo(-Math.abs(key.value) * 8 * free + key.value * 6 * free - ahead * bent, 4);
      expect(sample(elbowR as Track, key.at)).toBeCloseTo(-Math.abs(key.value) * 7 * free + key.value * 5 * free + ahead * bent, 4);
    });
    const run = going([move(S, 2 * S, 900, 200, { gait: 'run' })], { temper: { lively: 0, tense: 0 } });
    expect(most(run.channels.elbowR)).toBeGreaterThan(50);
  });
  it('is pushed along on wheels by its hands, the left one a little later and less', () => {
    const moves = going([move(S, 5 * S, 900, 200)], { on: 'wheels' });
    const keys = rollKeys({ start: S, end: 5 * S, fromX: 100, toX: 900 });
    expect(moves.walks).toEqual([]);
    expect(moves.feet).toBeUndefined();
    expect(at(moves.x, S, 5 * S)).toEqual([100, 900]);
    const { upperR, upperL, elbowR, elbowL, fistR, fistL, lean } = moves.channels;
    const hold = Math.max(...keys.hold.map(({ value }) => value));
    expect(most(upperR)).toBeCloseTo(hold * 24, 6);
    expect(most(upperL)).toBeCloseTo(hold * 24 * 0.92, 6);
    expect(most(fistR)).toBeCloseTo(hold * 0.8, 6);
    expect(most(fistL)).toBeCloseTo(hold * 0.8 * 0.92, 6);
    expect(Array.from(upperL?.at ?? [])).toEqual(keys.hold.map(({ at: tick }) => tick + 1900));
    expect(Array.from(upperR?.at ?? [])).toEqual(keys.hold.map(({ at: tick }) => tick));
    // From bent behind the hips to nearly straight before them; free at both ends of the way.
    const values = Array.from(elbowR?.values ?? []);
    expect([values[0], values.at(-1)]).toEqual([0, 0]);
    keys.push.slice(1, -1).forEach(({ value }, n) => expect(values[n + 1]).toBeCloseTo(-44 + 34 * value, 4));
    expect(most(elbowL)).toBeCloseTo(most(elbowR) * 0.92, 4);
    expect(most(lean)).toBeGreaterThan(0);
  });
  it('goes forwards mirrored too', () => {
    const mirrored = going([move(S, 3 * S, 700, 200)], { layer: layerAt(100, 200, { scaleX: -1, scaleY: 1 }) });
    expect([mirrored.facing, mirrored.scale]).toEqual([-1, 1]);
    expect(at(mirrored.x, S, 3 * S)).toEqual([100, 700]);
    expect(at(mirrored.feet?.L.x, 3 * S)[0]).toBeLessThan(-600);
    const rolled = going([move(S, 3 * S, 700, 200)], { on: 'wheels', layer: layerAt(100, 200, { scaleX: -1 }) });
    expect(at(rolled.x, S, 3 * S)).toEqual([100, 700]);
    const jumped = going([move(S, 3 * S, 700, 200, { gait: 'jump' })], { layer: layerAt(100, 200, { scaleX: -1 }) });
    expect(at(jumped.x, S, 3 * S)).toEqual([100, 700]);
  });
});

describe('a picture of somebody on the way', () => {
  it('is in the middle of a step, or of a jump in the air, the way that is asked', () => {
    const right = poseOnWay(p, height, 'walk', 1, undefined);
    const left = poseOnWay(p, height, 'walk', -1, undefined);
    expect(right.pose.stride).toBeGreaterThan(0.5);
    expect(left.pose.stride).toBeLessThan(-0.5);
    expect(Math.abs((right.pose.footXL ?? 0) - (right.pose.footXR ?? 0))).toBeGreaterThan(20);
    expect(right.rise).toBeCloseTo(0, 6);
    const jump = poseOnWay(p, height, 'jump', 1, undefined);
    expect(jump.rise).toBeGreaterThan(20);
    expect(poseOnWay(p, height, 'jump', 0, undefined).rise).toBeCloseTo(jump.rise, 6);
  });
  it('goes on in time and begins again at the end of the way', () => {
    const seconds = naturalLength((p.thigh + p.shin) * 6, 'walk', p) / S;
    const [now, later] = [poseOnWay(p, height, 'walk', 1, 0.4), poseOnWay(p, height, 'walk', 1, 0.4 + seconds)];
    for (const [key, value] of Object.entries(now.pose)) expect(later.pose[key as keyof typeof later.pose], key).toBeCloseTo(value as number, 2);
    expect(poseOnWay(p, height, 'walk', 1, 0.6).pose).not.toEqual(now.pose);
  });
});
