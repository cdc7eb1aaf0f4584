import { failure } from '../../document/failure.ts';
import type { MakeId } from '../../document/ids.ts';
import type { Cue, CueKind, End, Scene } from '../../document/schema.ts';
import type { Resolved, Times } from '../../schedule/resolve.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import { orderAtEnd } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { copyCue, deleteCues, moveCues, ownCue, pinAt } from './cues.ts';
import { layerIn } from './layers.ts';
import { sceneOf } from './lines.ts';

/** No bar becomes shorter than this by trimming: one frame of thirty. */
const LEAST = toTicks(1 / 30);

/** What two cues share when they lie on one lane. */
export const laneOfCue = (cue: Cue): string => `${cue.kind} ${'layer' in cue ? cue.layer : ''}`;

/** Cues that a moment cuts: they begin before it and end after it. */
const cutAt = (times: Resolved, ids: readonly string[], at: number): [string, Times][] =>
  ids.flatMap((id) => {
    const span = times.cues.get(id);
    return span && span.start < at - LEAST && span.end > at + LEAST ? [[id, span] as [string, Times]] : [];
  });

/** A sound that begins later in its bar is heard from later on. */
const heardFrom = (cue: Cue, later: number): void => {
  if (cue.kind !== 'sound') return;
  const into = Math.max(0, Math.round((cue.into ?? 0) + later));
  if (into) cue.into = into;
  else delete cue.into;
};

/**
 * Cuts what lies before (`start`) or after (`end`) a moment, ticks of the scene, off cues: the other edge stays. A sound goes on
 * with what it would have said at that moment.
 * @throws Failure `no-trim` where none of them is there at the moment.
 */
export const trimCues =
  (scene: string, ids: readonly string[], edge: 'start' | 'end', at: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const { fps } = draft.production;
    const cut = cutAt(resolveTimed(target as Scene, fps), ids, at);
    if (!cut.length) throw failure('no-trim', 'Nothing that is chosen lies under the playhead. Put the playhead where it shall be cut.');
    for (const [id, { start, end }] of cut) {
      const cue = ownCue(target as Scene, id);
      if (edge === 'end') cue.end = { ticks: at - start };
      else {
        const own: End = 'to' in cue.end ? cue.end : { ticks: end - at };
        cue.start = pinAt(target as Scene, at, fps);
        cue.end = own;
        heardFrom(cue, at - start);
      }
    }
  };

/**
 * Cuts cues in two at a moment: the second halves are new cues, with the same values.
 * @throws Failure `no-split` where none of them is there at the moment, or where it is a way that somebody goes.
 */
export const splitCues =
  (scene: string, ids: readonly string[], at: number, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const { fps } = draft.production;
    const times = resolveTimed(target as Scene, fps);
    const cut = cutAt(times, ids, at).filter(([id]) => target.cues[id]?.kind !== 'move');
    if (!cut.length)
      throw failure('no-split', 'Nothing that can be cut in two lies under the playhead. Choose a cue that is there at that moment; a walk is one way and stays whole.');
    for (const [id, { start, end }] of cut) {
      const first = ownCue(target as Scene, id);
      const half = makeId('cue');
      target.cues[half] = { ...(JSON.parse(JSON.stringify(first)) as Cue), order: orderAtEnd(target.cues), start: pinAt(target as Scene, at, fps) };
      const second = target.cues[half] as Cue;
      if (!('to' in second.end)) second.end = { ticks: end - at };
      heardFrom(second, at - start);
      if ('keys' in second) delete second.keys;
      if (second.kind === 'sound') second.fadeIn = 0;
      if (first.kind === 'sound') first.fadeOut = 0;
      if (first.kind !== 'camera') first.end = { ticks: at - start };
    }
  };

/** All cues of the lanes of `ids` that begin when the first of them does, or later, in time. */
export function laneFrom(scene: Scene, times: Pick<Resolved, 'cues'>, ids: readonly string[]): string[] {
  const first = new Map<string, number>();
  for (const id of ids) {
    const cue = scene.cues[id];
    const start = times.cues.get(id)?.start;
    if (cue && start !== undefined) first.set(laneOfCue(cue), Math.min(start, first.get(laneOfCue(cue)) ?? start));
  }
  return Object.entries(scene.cues)
    .flatMap(([id, cue]) => {
      const [start, from] = [times.cues.get(id)?.start, first.get(laneOfCue(cue))];
      return start !== undefined && from !== undefined && start >= from ? [{ id, start }] : [];
    })
    .sort((a, b) => a.start - b.start)
    .map(({ id }) => id);
}

/** Moves cues by `delta` ticks with everything that comes after them on their lanes. */
export const rippleCues =
  (scene: string, ids: readonly string[], delta: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    return moveCues(scene, laneFrom(target as Scene, resolveTimed(target as Scene, draft.production.fps), ids), delta)(draft);
  };

/** Takes cues out and lets what comes after them on their lanes move up by their length. */
export const closeUp =
  (scene: string, ids: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const times = resolveTimed(target as Scene, draft.production.fps);
    const lanes = new Map<string, string[]>();
    for (const id of ids) {
      const cue = target.cues[id];
      if (cue) lanes.set(laneOfCue(cue), [...(lanes.get(laneOfCue(cue)) ?? []), id]);
    }
    // From the last one back, so that each gap closes what was moved up by those after it.
    for (const list of lanes.values()) {
      const spans = list.map((id) => times.cues.get(id) ?? { start: 0, end: 0 });
      const [from, to] = [Math.min(...spans.map(({ start }) => start)), Math.max(...spans.map(({ end }) => end))];
      const later = laneFrom(target as Scene, times, list).filter((id) => !list.includes(id) && (times.cues.get(id)?.start ?? 0) >= to);
      moveCues(scene, later, from - to)(draft);
    }
    return deleteCues(scene, ids)(draft);
  };

/** Another part of a sound is heard in the same place: `by` ticks later in it. */
export const slipSounds =
  (scene: string, ids: readonly string[], by: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const sounds = ids.filter((id) => target.cues[id]?.kind === 'sound');
    if (!sounds.length) throw failure('no-sound', 'Only a sound has more than what is heard of it. Choose a sound.');
    for (const id of sounds) heardFrom(ownCue(target as Scene, id), by);
  };

export interface PastedCue {
  readonly source: string;
  readonly id: string;
  /** Where it begins, ticks of the scene. */
  readonly at: number;
}

/** Kinds that only somebody with a body can have. */
const BODILY: ReadonlySet<CueKind> = new Set(['mouth', 'face', 'gesture', 'look']);
const OTHER_HAND = { left: 'right', right: 'left', both: 'both' } as const;

/**
 * Puts copies of cues down, on the same layers or all `onto` another one; mirrored, the other hand does it and ways lead to
 * the other side of the frame. Somebody who would look at themselves looks at whom they were copied from.
 * @throws Failure `no-place` where a body's cue should go onto something without one.
 */
export const pasteCues =
  (scene: string, cues: readonly PastedCue[], onto?: string, mirrored = false): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const there = onto === undefined ? undefined : layerIn(target as Scene, onto);
    for (const { source, id, at } of cues) {
      copyCue(scene, source, id, at)(draft);
      const copy = target.cues[id] as Cue;
      if (onto !== undefined && there && 'layer' in copy) {
        if (BODILY.has(copy.kind) && there.kind !== 'character') throw failure('no-place', 'Only somebody on stage can do that. Choose a character, then paste again.');
        if (there.kind === 'effect') throw failure('no-place', 'An effect goes nowhere. Choose something that stands on the stage, then paste again.');
        if (copy.kind === 'look' && copy.target.to === 'layer' && copy.target.layer === onto) copy.target = { to: 'layer', layer: copy.layer };
        copy.layer = onto;
      }
      if (!mirrored) continue;
      if (copy.kind === 'gesture') copy.hand = OTHER_HAND[copy.hand];
      if (copy.kind === 'move') copy.x = -copy.x;
      if (copy.kind === 'look' && copy.target.to === 'place') copy.target = { ...copy.target, x: -copy.target.x };
    }
  };
