import { failure } from '../../document/failure.ts';
import { keyPath } from '../../document/pins.ts';
import { restValue } from '../../document/properties.ts';
import type { Ease, Key, Keys, Pin, Scene } from '../../document/schema.ts';
import type { Resolved } from '../../schedule/resolve.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import { orderAtEnd } from '../../time/order.ts';
import { type FrameRate, ticksPerFrame } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { deleteCues, pinAt } from './cues.ts';
import { sceneOf } from './lines.ts';

/** Whose keys are meant: a layer's, a layer's effect's, a cue's. */
export interface KeyOwner {
  readonly layer?: string;
  readonly effect?: string;
  readonly cue?: string;
}

/** One key. */
export interface KeyRef {
  readonly of: KeyOwner;
  readonly property: string;
  readonly key: string;
}

export const layerKeys = (layer: string, effect?: string): KeyOwner => ({ layer, ...(effect ? { effect } : {}) });

const pathOf = ({ layer, effect, cue }: KeyOwner): string => cue ?? (effect ? `${layer}/${effect}` : (layer as string));

/** What holds the keys, with its list; the list is made where there is none. */
function keysOf(scene: Scene, { layer, effect, cue }: KeyOwner): Keys {
  const owner = cue !== undefined ? scene.cues[cue] : effect === undefined ? scene.layers[layer ?? ''] : scene.layers[layer ?? '']?.effects?.[effect];
  if (!owner || (cue !== undefined && owner && 'kind' in owner && owner.kind !== 'sound' && owner.kind !== 'camera'))
    throw failure('no-keys', 'What these keys belong to is gone, or can have none. Choose something else.');
  const keyed = owner as { keys?: Keys };
  keyed.keys ??= {};
  return keyed.keys;
}

function keyOf(scene: Scene, { of, property, key }: KeyRef): Key {
  const found = keysOf(scene, of)[property]?.[key];
  if (!found) throw failure('no-key', 'That key is gone. Set a new one.');
  return found;
}

const momentOf = (resolved: Resolved, { of, property, key }: KeyRef): number => resolved.keys.get(keyPath(pathOf(of), property, key)) ?? 0;

/** Takes away lists that hold nothing, so that what has no keys costs nothing. */
function tidy(scene: Scene, of: KeyOwner): void {
  const keys = keysOf(scene, of);
  for (const [property, list] of Object.entries(keys)) if (!Object.keys(list).length) delete keys[property];
  if (Object.keys(keys).length) return;
  const owner = of.cue !== undefined ? scene.cues[of.cue] : of.effect === undefined ? scene.layers[of.layer ?? ''] : scene.layers[of.layer ?? '']?.effects?.[of.effect];
  if (owner) delete (owner as { keys?: Keys }).keys;
}

/** Sets a value at a moment (ticks): the key within half a frame gets it, else a new one, eased as the one before it. */
export function keyAtPlayhead(scene: Scene, of: KeyOwner, property: string, at: number, value: number | string, fps: FrameRate, makeId: () => string): void {
  const resolved = resolveTimed(scene, fps);
  const keys = keysOf(scene, of);
  const list = keys[property] ?? {};
  keys[property] ??= list;
  const half = ticksPerFrame(fps) / 2;
  let before: Key | undefined;
  let latest = Number.NEGATIVE_INFINITY;
  for (const [key, one] of Object.entries(list)) {
    const moment = momentOf(resolved, { of, property, key });
    if (Math.abs(moment - at) <= half) {
      (keys[property] as Record<string, Key>)[key] = { ...one, value };
      return;
    }
    if (moment < at && moment > latest) {
      latest = moment;
      before = one;
    }
  }
  (keys[property] as Record<string, Key>)[makeId()] = { at: pinAt(scene, Math.max(0, Math.round(at)), fps), value, ease: before?.ease ?? 'both' };
}

/** A key of a property at a moment (ticks of the scene); the first one of a property leaves its rest value where it is. */
export const addKey =
  (scene: string, of: KeyOwner, property: string, at: number, value: number | string, makeId: () => string): Recipe =>
  (draft) =>
    keyAtPlayhead(sceneOf(draft, scene), of, property, at, value, draft.production.fps, makeId);

/** Moves keys by so many ticks; they stay hung from what they hang from. */
export const moveKeys =
  (scene: string, refs: readonly KeyRef[], delta: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    for (const ref of refs) {
      const key = keyOf(target, ref);
      key.at = { ...key.at, offset: key.at.offset + Math.round(delta) } as Pin;
    }
  };

/** A key at another moment (ticks), hung from what is said there, with another value. */
export const placeKey =
  (scene: string, ref: KeyRef, at: number, value: number | string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const key = keyOf(target, ref);
    const now = momentOf(resolveTimed(target, draft.production.fps), ref);
    key.value = value;
    if (Math.round(at) !== now) key.at = { ...key.at, offset: key.at.offset + Math.round(at) - now } as Pin;
  };

/** Moves of a layer (walks, slides) become keys of its place: `x` and `y` as they were seen, thinned to `error`. */
export const keysFromMoves =
  (scene: string, layer: string, seen: Readonly<Record<'x' | 'y', readonly Recorded[]>>, error: number, makeId: () => string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const moves = Object.entries(target.cues).filter(([, cue]) => cue.kind === 'move' && cue.layer === layer);
    if (!moves.length) throw failure('no-moves', 'Nothing moves this layer by itself. Set keys, or hang a move first.');
    recordKeys(scene, layerKeys(layer), seen, error, makeId)(draft);
    deleteCues(
      scene,
      moves.map(([id]) => id),
    )(draft);
  };

/** A way shorter than this (stage units) is no walk. */
const LEAST_WAY = 12;

/** Keys that slide a figure along become walks from key to key: its feet then hold the floor. */
export const walksFromKeys =
  (scene: string, layer: string, makeId: (kind: 'cue') => string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const own = target.layers[layer];
    if (own?.kind !== 'character') throw failure('no-feet', 'Only a character walks. Choose one whose place has keys.');
    const resolved = resolveTimed(target, draft.production.fps);
    const list = Object.entries(own.keys?.x ?? {})
      .map(([key, one]) => ({ key, one, at: momentOf(resolved, { of: { layer }, property: 'x', key }) }))
      .sort((a, b) => a.at - b.at);
    if (list.length < 2) throw failure('no-way', 'A walk needs two keys: from where, and to where. Set another one.');
    own.x = list[0]?.one.value as number;
    list.slice(1).forEach(({ one, at }, index) => {
      const from = list[index] as (typeof list)[number];
      if (Math.abs((one.value as number) - (from.one.value as number)) < LEAST_WAY) return;
      target.cues[makeId('cue')] = {
        kind: 'move',
        layer,
        x: one.value as number,
        y: restValue(own, 'y'),
        walk: true,
        ease: 'both',
        order: orderAtEnd(target.cues),
        start: from.one.at,
        end: { ticks: at - from.at },
      };
    });
    deleteKeys(
      scene,
      list.map(({ key }) => ({ of: { layer }, property: 'x', key })),
    )(draft);
    own.x = list[0]?.one.value as number;
  };

/** The value of one key; where and how it goes on stays. */
export const setKeyValue =
  (scene: string, ref: KeyRef, value: number | string): Recipe =>
  (draft) => {
    keyOf(sceneOf(draft, scene), ref).value = value;
  };

/** How the value goes on from keys. */
export const easeKeys =
  (scene: string, refs: readonly KeyRef[], ease: Ease): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    for (const ref of refs) keyOf(target, ref).ease = ease as Key['ease'];
  };

/** The same keys once more, the first of them at `at`, on the same things or on another layer. */
export const copyKeys =
  (scene: string, refs: readonly KeyRef[], at: number, makeId: () => string, onto?: KeyOwner): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const { fps } = draft.production;
    const resolved = resolveTimed(target, fps);
    const first = Math.min(...refs.map((ref) => momentOf(resolved, ref)));
    for (const ref of refs) {
      const key = keyOf(target, ref);
      const keys = keysOf(target, onto ?? ref.of);
      keys[ref.property] ??= {};
      (keys[ref.property] as Record<string, Key>)[makeId()] = { ...key, at: pinAt(target, Math.max(0, Math.round(at + momentOf(resolved, ref) - first)), fps) };
    }
  };

/** Puts keys at other moments, each by its own (ticks). */
function retime(scene: Scene, refs: readonly KeyRef[], fps: FrameRate, moment: (now: number) => number): void {
  const resolved = resolveTimed(scene, fps);
  const moments = refs.map((ref) => Math.max(0, Math.round(moment(momentOf(resolved, ref)))));
  refs.forEach((ref, index) => {
    keyOf(scene, ref).at = pinAt(scene, moments[index] as number, fps);
  });
}

const spanOf = (moments: readonly number[]): [number, number] => [Math.min(...moments), Math.max(...moments)];

/** Plays keys backwards within the time that they take; what lay between two keys lies between them again. */
export const reverseKeys =
  (scene: string, refs: readonly KeyRef[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const { fps } = draft.production;
    const resolved = resolveTimed(target, fps);
    const [from, to] = spanOf(refs.map((ref) => momentOf(resolved, ref)));
    const lists = new Map<string, KeyRef[]>();
    for (const ref of refs) {
      const name = `${pathOf(ref.of)} ${ref.property}`;
      lists.set(name, [...(lists.get(name) ?? []), ref]);
    }
    for (const list of lists.values()) {
      const sorted = [...list].sort((a, b) => momentOf(resolved, a) - momentOf(resolved, b));
      // A key's ease leads to the next one: backwards it belongs to that one, turned round.
      const eases = sorted.map((ref) => keyOf(target, ref).ease);
      sorted.forEach((ref, index) => {
        const before = eases[index - 1];
        if (before !== undefined) keyOf(target, ref).ease = backwards(before) as Key['ease'];
      });
    }
    retime(target, refs, fps, (now) => from + to - now);
  };

/** An ease as it looks when time runs the other way. A hold stays one: there is nothing to turn round. */
function backwards(ease: Ease): Ease {
  if (typeof ease === 'object') {
    const [x1, y1, x2, y2] = ease.bezier;
    return { bezier: [1 - x2, 1 - y2, 1 - x1, 1 - y1] };
  }
  return ease === 'in' ? 'out' : ease === 'out' ? 'in' : ease;
}

/** Makes keys follow each other faster or slower (`factor` 2: twice as long) about a moment. */
export const scaleKeys =
  (scene: string, refs: readonly KeyRef[], factor: number, about: number): Recipe =>
  (draft) => {
    if (!(factor > 0)) throw failure('no-factor', 'Keys can be spread or drawn together, not to nothing. Choose a factor above 0.');
    retime(sceneOf(draft, scene), refs, draft.production.fps, (now) => about + (now - about) * factor);
  };

/** Takes keys away; where they were all, the property rests where the first of them stood. */
export const deleteKeys =
  (scene: string, refs: readonly KeyRef[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    for (const ref of refs) {
      const key = keyOf(target, ref);
      const list = keysOf(target, ref.of)[ref.property] as Record<string, Key>;
      delete list[ref.key];
      const layer = ref.of.layer === undefined || ref.of.effect !== undefined ? undefined : target.layers[ref.of.layer];
      if (layer && !Object.keys(list).length) Object.assign(layer, { [ref.property]: key.value });
      tidy(target, ref.of);
    }
  };

export interface Recorded {
  /** Ticks of the scene. */
  readonly at: number;
  readonly value: number;
}

/**
 * The fewest of recorded values between which straight lines stay within `error` of all of them (Douglas and Peucker
 * 1973, distance along the value). First and last are kept.
 */
export function thinned(values: readonly Recorded[], error: number): Recorded[] {
  if (values.length < 3) return [...values];
  const [a, b] = [values[0] as Recorded, values.at(-1) as Recorded];
  let farthest = 0;
  let most = error;
  for (let n = 1; n < values.length - 1; n++) {
    const { at, value } = values[n] as Recorded;
    const away = Math.abs(value - (a.value + ((b.value - a.value) * (at - a.at)) / Math.max(1, b.at - a.at)));
    if (away > most) {
      most = away;
      farthest = n;
    }
  }
  if (!farthest) return [a, b];
  return [...thinned(values.slice(0, farthest + 1), error), ...thinned(values.slice(farthest), error).slice(1)];
}

/** Keys from a drag that was recorded: what lies in its time is replaced, the rest stays. */
export const recordKeys =
  (scene: string, of: KeyOwner, recorded: Readonly<Record<string, readonly Recorded[]>>, error: number, makeId: () => string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const { fps } = draft.production;
    const resolved = resolveTimed(target, fps);
    for (const [property, values] of Object.entries(recorded)) {
      if (!values.length) continue;
      const keys = keysOf(target, of);
      keys[property] ??= {};
      const list = keys[property] as Record<string, Key>;
      const [from, to] = [(values[0] as Recorded).at, (values.at(-1) as Recorded).at];
      for (const key of Object.keys(list)) {
        const at = momentOf(resolved, { of, property, key });
        if (at >= from && at <= to) delete list[key];
      }
      for (const { at, value } of thinned(values, error)) list[makeId()] = { at: pinAt(target, Math.round(at), fps), value, ease: 'linear' };
    }
  };
