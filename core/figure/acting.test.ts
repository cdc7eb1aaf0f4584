import { describe, expect, it } from 'vitest';
import { hull } from '../draw/path.ts';
import { sequenced } from '../schedule/channels.ts';
import { gesturePerformance } from '../schedule/performances.ts';
import { sample, type Track } from '../time/track.ts';
import { type Action, poseForHand, usesArms } from './actions/action.ts';
import { ACTIONS, actionOf } from './actions/index.ts';
import { playAction } from './actions/play.ts';
import { designed } from './cast.ts';
import { EXPRESSIONS, expressionOf } from './expressions/index.ts';
import { drawFigure } from './figure.ts';
import { MOUTH_CHART } from './mouth.ts';
import { ARM_KEYS, BODY_KEYS, FACE_KEYS, FOOT_KEYS, POSE_KEYS, posed, REST } from './pose.ts';
import { Sketch } from './sketch.ts';
import { holdingOf } from './things/holding.ts';
import { THINGS } from './things/index.ts';

const ARM_NAMES = new Set(ARM_KEYS.flatMap((key) => [`${key}A`, `${key}O`]));
const known = (key: string): boolean =>
  (BODY_KEYS as readonly string[]).includes(key) ||
  (FACE_KEYS as readonly string[]).includes(key) ||
  ARM_NAMES.has(key) ||
  key === 'stride' ||
  FOOT_KEYS.some((foot) => key === `${foot}L` || key === `${foot}R`);

describe.each(ACTIONS.map((action) => [action.id, action] as const))('the action %s', (id, action) => {
  it('prepares before its word, has its stroke on it and its keys in order', () => {
    expect(action.keys[0]?.at).toBeLessThan(0);
    expect(action.keys.some(({ at }) => at === 0)).toBe(true);
    action.keys.slice(1).forEach((key, n) => {
      expect(key.at).toBeGreaterThan(action.keys[n]?.at as number);
    });
    expect(action.release).toBeGreaterThan(0.2);
  });
  it('moves only what a figure has, starting from where it stands', () => {
    for (const { pose } of [...action.keys, ...(action.cycle?.keys ?? [])]) for (const key of Object.keys(pose)) expect(known(key)).toBe(true);
    expect(action.keys[0]?.pose).toEqual({});
  });
  it('repeats within its cycle, coming back to where the cycle began', () => {
    if (!action.cycle) return;
    expect(action.cycle.keys.at(-1)?.at).toBeCloseTo(action.cycle.seconds, 9);
    const last = action.keys.at(-1)?.pose ?? {};
    const back = action.cycle.keys.at(-1)?.pose ?? {};
    for (const [key, value] of Object.entries(last)) if (/^(upper|elbow)/.test(key)) expect(Math.abs((back[key as keyof typeof back] ?? 0) - value)).toBeLessThan(12);
  });
  it('is found by its name and by words', () => {
    expect(actionOf(id)).toBe(action);
    expect(action.words.length).toBeGreaterThan(1);
  });
});

describe('an action for a hand', () => {
  const wave = { upperA: 40, elbowA: 120, lean: 2, headTilt: 3 };
  it('moves that arm alone', () => {
    expect(Object.keys(poseForHand(wave, 'right', 1)).sort()).toEqual(['busyR', 'elbowR', 'headTilt', 'lean', 'upperR']);
    expect(Object.keys(poseForHand(wave, 'left', 1)).sort()).toEqual(['busyL', 'elbowL', 'headTilt', 'lean', 'upperL']);
  });
  it('leans the other way for the other hand', () => expect(poseForHand(wave, 'left', 1).lean).toBe(-(poseForHand(wave, 'right', 1).lean as number)));
  it('with both hands never mirrors exactly', () => {
    const both = poseForHand(wave, 'both', 1);
    expect(both.upperL).toBeLessThan(both.upperR as number);
    expect(both.upperL).toBeGreaterThan((both.upperR as number) * 0.8);
    expect(both.lean).toBe(0);
  });
  it('leaves out the arm that carries something', () => {
    const told = { upperA: 40, upperO: 20, elbowO: 30, lean: 2 };
    expect(poseForHand(told, 'right', 1, true)).toEqual({ upperR: 40, busyR: 1, lean: 2 });
    expect(poseForHand(told, 'left', 1, true)).toEqual({ upperL: 40, busyL: 1, lean: -2 });
  });
  it('that has a part for each hand is played as it is by both', () => {
    const both = ACTIONS.filter((action) => !action.handed && usesArms(action));
    expect(both.map(({ id }) => id)).toEqual(expect.arrayContaining(['shrug', 'compare', 'so-big', 'clap', 'nothing']));
    for (const action of both) expect(playAction(action, 'both', 1)).toEqual(playAction(action, 'right', 1));
    const wave = actionOf('wave') as Action;
    expect(playAction(wave, 'both', 1)).not.toEqual(playAction(wave, 'right', 1));
  });
  it('grows with its strength, the shape of the hand stays', () => {
    const pose = { upperA: 40, openA: 1 };
    expect(poseForHand(pose, 'right', 1.5)).toEqual({ upperR: 60, openR: 1, busyR: 1 });
  });
});

describe('a gesture on stage', () => {
  const cue = {
    kind: 'gesture',
    layer: 'la_000000000000',
    action: 'wave',
    hand: 'right',
    strength: 1,
    order: 'a0',
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 48_000 },
  } as const;
  it('done twice as fast keeps its stroke on the word, and takes half the time on either side', () => {
    const [plain, quick] = [gesturePerformance(cue, 100_000, 148_000), gesturePerformance({ ...cue, speed: 2 }, 100_000, 148_000)];
    const stroke = plain.keys.findIndex(({ at }) => at === 100_000);
    expect(quick.keys[stroke]?.at).toBe(100_000);
    expect(100_000 - (quick.keys[0]?.at as number)).toBe((100_000 - (plain.keys[0]?.at as number)) / 2);
    expect(quick.release).toBe(plain.release / 2);
    expect(quick.keys.length).toBeGreaterThan(plain.keys.length);
    expect(quick.keys[stroke]?.values).toEqual(plain.keys[stroke]?.values);
  });
});

describe('a gesture through the body', () => {
  const cue = { action: 'point', hand: 'right', strength: 1 } as const;
  const played = sequenced([gesturePerformance(cue, 100_000, 148_000)]);
  /** When a channel has gone most of its way. */
  const arrives = (key: 'gazeX' | 'headTurn' | 'lean' | 'upperR' | 'wristR' | 'pointR'): number => {
    const track = played[key] as Track;
    const most = Math.max(...track.values.map(Math.abs));
    for (let tick = track.at[0] as number; ; tick += 100) if (Math.abs(sample(track, tick)) >= most * 0.9) return tick;
  };
  it('begins with the eyes, then head, then trunk, then arm; wrist and fingers come last', () => {
    const order = [arrives('gazeX'), arrives('headTurn'), arrives('lean'), arrives('upperR')];
    order.slice(1).forEach((at, n) => expect(at).toBeGreaterThan(order[n] as number));
    expect((played.wristR as Track).at[0]).toBeGreaterThan((played.upperR as Track).at[0] as number);
    expect((played.pointR as Track).at[0]).toBeGreaterThan((played.wristR as Track).at[0] as number);
  });
});

describe('the temper of who acts', () => {
  const cue = {
    kind: 'gesture',
    layer: 'la_000000000000',
    action: 'wave',
    hand: 'right',
    strength: 1,
    order: 'a0',
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: 48_000 },
  } as const;
  const reach = (lively: number, tense: number): number =>
    Math.max(...gesturePerformance(cue, 100_000, 148_000, { lively, tense }).keys.map(({ values }) => Math.abs(values.elbowR ?? 0)));
  it('widens what the lively do and narrows what the tense do; the stroke stays on its word', () => {
    expect(reach(1, 0.3)).toBeGreaterThan(reach(0.5, 0.3));
    expect(reach(0.5, 1)).toBeLessThan(reach(0.5, 0.3));
    for (const temper of [
      { lively: 0, tense: 0 },
      { lively: 1, tense: 1 },
    ])
      expect(gesturePerformance(cue, 100_000, 148_000, temper).keys.some(({ at }) => at === 100_000)).toBe(true);
  });
  it('does not keep anybody from sitting down wholly', () => {
    const seat = gesturePerformance({ ...cue, action: 'sit', strength: 0.4 }, 100_000, 148_000, { lively: 0, tense: 1 }).keys.at(-1)?.values.seat;
    expect(seat).toBe(1);
  });
});

describe('what is held', () => {
  it('is what the action holds, what the cue asks for, or nothing', () => {
    expect(holdingOf(actionOf('drink'), 'left')).toEqual([{ thing: 'cup', hand: 'L' }]);
    expect(holdingOf(actionOf('hold-up'), 'right', 'orange')).toEqual([{ thing: 'orange', hand: 'R' }]);
    expect(holdingOf(actionOf('hold-up'), 'right', 'none')).toEqual([]);
    expect(holdingOf(actionOf('hold-up'), 'right', 'a-thing-that-is-gone')).toEqual([]);
    expect(holdingOf(actionOf('wave'), 'right', 'orange')).toEqual([]);
    expect(holdingOf(actionOf('read'), 'right')).toEqual([{ thing: 'book', hand: 'both' }]);
    expect(holdingOf(actionOf('write'), 'left').map(({ thing, hand }) => `${thing} ${hand}`)).toEqual(['letter R', 'pencil L']);
  });
  it('comes and goes with the grip, in the hand that holds it, behind its fingers', () => {
    for (const who of ['theo', 'tully', 'mocha'] as const) {
      const character = designed(who, 'ch_000000000000', 'a0');
      const held = [{ thing: 'orange', hand: 'R' }] as const;
      const ids = (grip: number): string[] => drawFigure(character, posed({ gripR: grip, upperR: 60 }), MOUTH_CHART.rest, held).nodes.map(({ id }) => id);
      expect(ids(0).some((id) => id.startsWith('held.'))).toBe(false);
      const full = ids(1);
      expect(full.findIndex((id) => id.startsWith('held.orange'))).toBeLessThan(full.findLastIndex((id) => id.startsWith('armR.')));
    }
  });
  it.each(THINGS.map((thing) => [thing.id, thing] as const))('%s is drawn about its grip, of a size for a hand', (_, thing) => {
    const s = new Sketch('t');
    thing.draw(s);
    expect(s.nodes.length).toBeGreaterThan(1);
    for (const node of s.nodes) {
      const { left, right, top, bottom } = hull((node as { path: Float32Array }).path);
      for (const edge of [left, right, top, bottom]) expect(Math.abs(edge)).toBeLessThan(80);
    }
  });
});

describe('expressions', () => {
  it('differ from each other and from rest', () => {
    const faces = EXPRESSIONS.map(({ face }) => JSON.stringify(face));
    expect(new Set(faces).size).toBe(EXPRESSIONS.length);
    for (const { face } of EXPRESSIONS) expect(Object.values(face).some((value) => value !== 0)).toBe(true);
  });
  it('move only what a face has', () => {
    for (const { face } of EXPRESSIONS) for (const key of Object.keys(face)) expect((POSE_KEYS as readonly string[]).includes(key)).toBe(true);
    expect(Object.keys(REST)).toHaveLength(POSE_KEYS.length);
  });
  it('of joy smile and those of sorrow do not', () => {
    const smile = (id: string): number => expressionOf(id)?.face.smile ?? 0;
    for (const id of ['warm', 'laughing']) expect(smile(id)).toBeGreaterThan(0.3);
    for (const id of ['sad', 'annoyed', 'worried']) expect(smile(id)).toBeLessThan(0);
  });
});

describe('performances one after the other', () => {
  const raise = (at: number, value: number, until: number, release = 20) => ({
    keys: [
      { at, values: { upperR: 0 }, ease: 'both' as const },
      { at: at + 10, values: { upperR: value }, ease: 'both' as const },
    ],
    until,
    release,
  });
  it('go back to rest when nothing follows', () => {
    const track = sequenced([raise(0, 40, 50)]).upperR as Track;
    expect(sample(track, 30)).toBe(40);
    expect(sample(track, 200)).toBe(0);
  });
  it('flow into each other when the next begins before the way back is done', () => {
    const track = sequenced([raise(0, 40, 50), raise(52, 60, 90)]).upperR as Track;
    expect(sample(track, 51)).toBe(40);
    expect(sample(track, 57)).toBeGreaterThan(39);
    expect(sample(track, 80)).toBe(60);
  });
  it('are the same in whatever order they were hung', () => {
    const [one, two] = [raise(0, 40, 20), raise(100, 60, 140)];
    expect(sequenced([two, one])).toEqual(sequenced([one, two]));
  });
  it('of an unknown action are nothing', () => expect(sequenced([{ keys: [], until: 0, release: 0 }])).toEqual({}));
});
