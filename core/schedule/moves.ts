import { restValue } from '../document/properties.ts';
import type { CharacterLayer, Cue, CueOf, Layer } from '../document/schema.ts';
import type { PartialPose, PoseKey } from '../figure/pose.ts';
import { type Proportions, stanceOf } from '../figure/proportions.ts';
import { smooth } from '../time/easing.ts';
import { TICKS_PER_SECOND, toTicks } from '../time/ticks.ts';
import { type Key, sample, type Track, track } from '../time/track.ts';
import type { Channels } from './channels.ts';
import { jumpKeys, riseOf, thrown } from './motion/jump.ts';
import { type RollKeys, rollKeys } from './motion/roll.ts';
import { gaitOf, naturalLength, type WalkKeys, walkKeys } from './motion/walk.ts';

export interface FootTracks {
  readonly x: Track;
  readonly lift: Track;
  readonly pitch: Track;
}

/** Where a layer is along its scene. */
export interface Path {
  readonly x: Track;
  readonly y: Track;
  /** How far it has rolled, to the right positive: what is drawn of it turns by that about its middle. */
  readonly rolled?: Track;
}

/** Where a figure is along its scene, and what its body does for that. */
export interface Moves extends Path {
  /** -1 where the figure is mirrored; units of its parent to one of its own, across. */
  readonly facing: 1 | -1;
  readonly scale: number;
  readonly feet: Readonly<Record<'L' | 'R', FootTracks>> | undefined;
  readonly channels: Channels;
  /** When it is under way on its feet. */
  readonly walks: readonly { readonly start: number; readonly end: number }[];
}

export interface MoveInput {
  readonly layer: CharacterLayer;
  readonly cues: readonly { readonly cue: Cue; readonly start: number; readonly end: number }[];
  readonly p: Proportions;
  readonly height: number;
  /** `wheels` are pushed, a seat without them slides. */
  readonly on: 'feet' | 'wheels' | 'seat';
  readonly temper: { readonly lively: number; readonly tense: number };
}

/**
 * Moves in order of time, one after the other: where another one sets in it has arrived, and of two that begin together the
 * later is made. One that takes no time begins a tick early, so that nothing glides there before it.
 */
function oneAfterAnother(cues: MoveInput['cues']): { cue: CueOf<'move'>; start: number; end: number }[] {
  const moves = cues.flatMap(({ cue, start, end }) => (cue.kind === 'move' ? [{ cue, start, end }] : []));
  return moves.flatMap((move, index) => {
    const next = moves[index + 1]?.start ?? Number.POSITIVE_INFINITY;
    const end = Math.min(move.end, next);
    return next > move.start ? [{ ...move, start: Math.max(0, Math.min(move.start, end - 1)), end }] : [];
  });
}

/** Moves of something without feet, one after the other; undefined where nothing moves it. */
export function slidesOf(layer: Layer, cues: MoveInput['cues']): Path | undefined {
  let [nowX, nowY] = [restValue(layer, 'x'), restValue(layer, 'y')];
  const x: Key[] = [{ at: 0, value: nowX }];
  const y: Key[] = [{ at: 0, value: nowY }];
  const rolled: Key[] = [{ at: 0, value: 0 }];
  for (const { cue, start, end } of oneAfterAnother(cues)) {
    const ease = cue.gait === 'jump' ? 'linear' : cue.ease;
    x.push({ at: start, value: nowX, ease }, { at: end, value: cue.x });
    if (cue.gait === 'jump' && end - start > 1) y.push(...thrown(start, end, nowY, cue.y, riseOf(end - start, 1)));
    else y.push({ at: start, value: nowY, ease }, { at: end, value: cue.y });
    if (cue.gait === 'roll') {
      const before = (rolled.at(-1) as Key).value;
      rolled.push({ at: start, value: before, ease }, { at: end, value: before + cue.x - nowX });
    }
    [nowX, nowY] = [cue.x, cue.y];
  }
  return x.length > 1 ? { x: track(x), y: track(y), ...(rolled.length > 1 ? { rolled: track(rolled) } : {}) } : undefined;
}

/** A figure that is all but flat walks as if it were so wide. */
const LEAST_SCALE = 0.02;

/** All moves of a figure, one after the other. Feet are planned along its own facing, so that a mirrored one walks forwards too. */
export function movesOf({ layer, cues, p, height, on, temper }: MoveInput): Moves {
  const facing = restValue(layer, 'scaleX') < 0 ? -1 : 1;
  const scale = Math.max(LEAST_SCALE, Math.abs(restValue(layer, 'scaleX')));
  const mirrored = (keys: readonly Key[]): readonly Key[] => (facing === 1 ? keys : keys.map((key) => ({ ...key, value: -key.value })));
  const walks: (WalkKeys & { start: number; end: number })[] = [];
  const rolls: RollKeys[] = [];
  let [nowX, nowY] = [restValue(layer, 'x'), restValue(layer, 'y')];
  const x: Key[] = [{ at: 0, value: nowX }];
  const y: Key[] = [{ at: 0, value: nowY }];
  for (const { cue, start, end } of oneAfterAnother(cues)) {
    if (cue.gait === 'jump' && on === 'feet' && end - start > 1) {
      const { y: over, ...jump } = jumpKeys({ start, end, fromX: nowX * facing, toX: cue.x * facing, fromY: nowY, toY: cue.y, scale, p });
      walks.push({ ...jump, start, end });
      x.push(...mirrored(jump.x));
      y.push(...over);
      [nowX, nowY] = [cue.x, cue.y];
      continue;
    }
    const goes = cue.walk && cue.gait !== 'jump' && Math.abs(cue.x - nowX) > 4 && end - start > 1;
    if (goes && on === 'feet') {
      const walk = walkKeys({ start, end, fromX: nowX * facing, toX: cue.x * facing, scale, p, height, ease: cue.ease, gait: gaitFor(cue, nowX, end - start, scale, p) });
      walks.push({ ...walk, start, end });
      x.push(...mirrored(walk.x));
    } else if (goes && on === 'wheels') {
      const roll = rollKeys({ start, end, fromX: nowX * facing, toX: cue.x * facing });
      rolls.push(roll);
      x.push(...mirrored(roll.x));
    } else x.push({ at: start, value: nowX, ease: cue.ease }, { at: end, value: cue.x });
    if (cue.gait === 'jump' && end - start > 1) y.push(...thrown(start, end, nowY, cue.y, riseOf(end - start, scale)));
    else y.push({ at: start, value: nowY, ease: cue.walk ? 'linear' : cue.ease }, { at: end, value: cue.y });
    nowX = cue.x;
    nowY = cue.y;
  }
  return {
    x: track(x),
    y: track(y),
    facing,
    scale,
    feet: walks.length ? { L: footTracks(walks, 'L'), R: footTracks(walks, 'R') } : undefined,
    channels: { ...walkChannels(walks, temper), ...rollChannels(rolls) },
    walks,
  };
}

const gaitFor = (cue: CueOf<'move'>, fromX: number, length: number, scale: number, p: Proportions): 'walk' | 'run' =>
  cue.gait === 'walk' || cue.gait === 'run' ? cue.gait : gaitOf(Math.abs(cue.x - fromX) / scale, length, p);

const keysOf = <T>(list: readonly T[], read: (one: T) => readonly Key[]): Track => track(list.flatMap(read));

/** Lively walkers swing and bob more, tense ones keep their arms in. */
function walkChannels(walks: readonly WalkKeys[], { lively, tense }: MoveInput['temper']): Channels {
  if (!walks.length) return {};
  const free = (0.78 + 0.44 * lively) * (1.08 - 0.3 * tense);
  const scaled =
    (read: (walk: WalkKeys) => readonly Key[], by: number): ((walk: WalkKeys) => Key[]) =>
    (walk) =>
      read(walk).map((key) => ({ ...key, value: key.value * by }));
  const elbow =
    (swing: number, turn: number, forward: number): ((walk: WalkKeys) => Key[]) =>
    (walk) =>
      walk.arms.map((key, n) => ({
        ...key,
        value: -Math.abs(key.value) * swing * free + key.value * turn * free + forward * (walk.stride[1]?.value ?? 0) * (walk.elbows[n] ?? 0),
      }));
  return {
    stride: keysOf(walks, (w) => w.stride),
    hipY: keysOf(
      walks,
      scaled((w) => w.hipY, 0.85 + 0.3 * lively),
    ),
    lean: keysOf(walks, (w) => w.lean),
    ...(walks.some(({ air }) => air) ? { air: keysOf(walks, (w) => w.air ?? []) } : {}),
    bodyTurn: keysOf(walks, (w) => w.bodyTurn),
    upperL: keysOf(
      walks,
      scaled((w) => w.arms, 20 * free),
    ),
    upperR: keysOf(
      walks,
      scaled((w) => w.arms, 17 * free),
    ),
    // Bent elbows point the forearms the way one goes.
    elbowL: keysOf(walks, elbow(8, 6, -1)),
    elbowR: keysOf(walks, elbow(7, 5, 1)),
  };
}

/** Hands that take the rims behind the hips and push them forwards, the second one a little later and less. */
function rollChannels(rolls: readonly RollKeys[]): Channels {
  if (!rolls.length) return {};
  const arm = (out: Partial<Record<PoseKey, Track>>, side: 'L' | 'R', late: number, by: number): void => {
    const at = (keys: readonly Key[], value: (n: number) => number): Key[] => keys.map((key, n) => ({ ...key, at: key.at + late, value: value(n) * by }));
    out[`upper${side}`] = track(rolls.flatMap((roll) => at(roll.hold, (n) => (roll.hold[n] as Key).value * 24)));
    out[`elbow${side}`] = track(rolls.flatMap((roll) => at(roll.push, (n) => (n === 0 || n === roll.push.length - 1 ? 0 : -44 + 34 * (roll.push[n] as Key).value))));
    out[`fist${side}`] = track(rolls.flatMap((roll) => at(roll.hold, (n) => (roll.hold[n] as Key).value * 0.8)));
  };
  const out: Partial<Record<PoseKey, Track>> = { lean: keysOf(rolls, (r) => r.lean), bodyTurn: keysOf(rolls, (r) => r.bodyTurn) };
  arm(out, 'R', 0, 1);
  arm(out, 'L', 1900, 0.92);
  return out;
}

const footTracks = (walks: readonly WalkKeys[], side: 'L' | 'R'): FootTracks => ({
  x: keysOf(walks, (walk) => walk.feet[side].x),
  lift: keysOf(walks, (walk) => walk.feet[side].lift),
  pitch: keysOf(walks, (walk) => walk.feet[side].pitch),
});

/** What a body does on a way that it goes by itself, for a picture of it; the root stays where it is, but for how high it is. */
export function poseOnWay(p: Proportions, height: number, gait: 'walk' | 'run' | 'jump', way: 1 | -1 | 0, seconds: number | undefined): { pose: PartialPose; rise: number } {
  const far = gait === 'jump' ? 120 : (p.thigh + p.shin) * 6;
  const end = gait === 'jump' ? toTicks(1) : naturalLength(far, gait, p);
  const layer = { kind: 'character', character: '', order: 'a0', locked: false, hidden: false } as unknown as CharacterLayer;
  const cue = {
    kind: 'move',
    layer: '',
    x: way * far,
    y: 0,
    walk: true,
    gait,
    ease: 'linear',
    order: 'a0',
    start: { to: 'scene', edge: 'start', offset: 0 },
    end: { ticks: end },
  } as Cue;
  const moves = movesOf({ layer, cues: [{ cue, start: 0, end }], p, height, on: 'feet', temper: { lively: 0.5, tense: 0.3 } });
  // Still, it is seen in the middle of a step or of its flight.
  const tick = seconds === undefined ? end * (gait === 'jump' ? 0.53 : 0.44) : (seconds * TICKS_PER_SECOND) % end;
  const pose: PartialPose = {};
  for (const [key, one] of Object.entries(moves.channels)) pose[key as PoseKey] = sample(one, tick);
  if (moves.feet)
    for (const side of ['L', 'R'] as const) {
      const turned = smooth(Math.abs(pose.stride ?? 0));
      const rest = (side === 'L' ? -1 : 1) * stanceOf(p) * (1 - turned * 0.9);
      pose[`footX${side}`] = sample(moves.feet[side].x, tick) - sample(moves.x, tick) - rest;
      pose[`footY${side}`] = sample(moves.feet[side].lift, tick);
      pose[`footPitch${side}`] = sample(moves.feet[side].pitch, tick);
    }
  return { pose, rise: -sample(moves.y, tick) };
}
