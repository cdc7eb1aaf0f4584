import { failure } from '../../document/failure.ts';
import { keyPath, pinsOf } from '../../document/pins.ts';
import { type Cue, type End, isPin, type MouthShape, type Pin, type Scene } from '../../document/schema.ts';
import { timesOf } from '../../schedule/resolve.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import { orderAtEnd } from '../../time/order.ts';
import type { FrameRate } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { repin } from '../repin.ts';
import { sceneOf } from './lines.ts';

const cueOf = (scene: Scene, id: string): Cue => {
  const cue = scene.cues[id];
  if (!cue) throw failure('no-cue', 'That cue is gone. Hang a new one from a word.');
  return cue;
};

/** What a moment of a scene (ticks) hangs from: the word that is said or was said last, else the scene's clock. */
export function pinAt(scene: Scene, at: number, fps: FrameRate): Pin {
  const { words } = resolveTimed(scene, fps);
  let best: Pin = { to: 'scene', edge: 'start', offset: at };
  let latest = Number.NEGATIVE_INFINITY;
  for (const [word, { start }] of words)
    if (start <= at && start > latest) {
      latest = start;
      best = { to: 'word', word, edge: 'start', offset: at - start };
    }
  return best;
}

/** Hangs a new cue. */
export const hangCue =
  (scene: string, cueId: string, cue: Cue): Recipe =>
  (draft) => {
    sceneOf(draft, scene).cues[cueId] = cue;
  };

/** A cue that is changed by hand: what was proposed is one's own from then on. */
export const ownCue = (scene: Scene, id: string): Cue => {
  const cue = cueOf(scene, id);
  delete cue.proposed;
  return cue;
};

/**
 * Moves a cue by `delta` ticks: it stays hung from its word with another offset. An end of its own (a word, the
 * scene's end) moves with it only when `whole`.
 */
export const moveCue =
  (scene: string, cueId: string, delta: number): Recipe =>
  (draft) => {
    const cue = ownCue(sceneOf(draft, scene), cueId);
    cue.start = { ...cue.start, offset: cue.start.offset + delta } as Pin;
    if (isPin(cue.end)) cue.end = { ...cue.end, offset: cue.end.offset + delta } as Pin;
  };

/** Moves several cues by the same ticks. One that hangs from another of them goes along with it and is not moved twice. */
export const moveCues =
  (scene: string, cueIds: readonly string[], delta: number): Recipe =>
  (draft) => {
    const all = new Set(cueIds);
    const { cues } = sceneOf(draft, scene);
    const carried = (id: string): boolean => {
      const seen = new Set<string>();
      for (let pin = cues[id]?.start; pin?.to === 'cue' && !seen.has(pin.cue); pin = cues[pin.cue]?.start) {
        if (all.has(pin.cue)) return true;
        seen.add(pin.cue);
      }
      return false;
    };
    for (const id of cueIds) if (!carried(id)) moveCue(scene, id, delta)(draft);
  };

/** The same cue once more, beginning at `at` (ticks of the scene) with the same length, hung from the word said there. */
export const copyCue =
  (scene: string, cueId: string, copyId: string, at: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const cue = cueOf(target, cueId);
    const { fps } = draft.production;
    const resolved = resolveTimed(target, fps);
    const times = resolved.cues.get(cueId);
    const end: End = isPin(cue.end) && cue.end.to !== 'scene' ? { ticks: times ? times.end - times.start : 0 } : { ...cue.end };
    target.cues[copyId] = { ...cue, order: orderAtEnd(target.cues), start: pinAt(target, Math.max(0, at), fps), end };
    // Its keys go with the copy: as long after its start as those of the first one after theirs.
    const copy = target.cues[copyId] as Cue;
    delete copy.proposed;
    if ('keys' in cue && cue.keys && 'keys' in copy)
      copy.keys = Object.fromEntries(
        Object.entries(cue.keys).map(([property, list]) => [
          property,
          Object.fromEntries(
            Object.entries(list).map(([id, key]) => {
              const moment = resolved.keys.get(keyPath(cueId, property, id)) ?? 0;
              return [id, { ...key, at: { to: 'cue', cue: copyId, edge: 'start', offset: moment - (times?.start ?? 0) } as Pin }];
            }),
          ),
        ]),
      );
  };

/** A mouth shape of `layer` from `from` to `to` (ticks of the scene, rounded) that stands before what the voice makes. */
export const shapeMouth =
  (scene: string, cueId: string, layer: string, shape: MouthShape, from: number, to: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    if (to <= from) throw failure('no-span', 'That mouth shape has no length. Choose one that is longer.');
    target.cues[cueId] = {
      kind: 'mouth',
      layer,
      shape,
      order: orderAtEnd(target.cues),
      start: pinAt(target, Math.round(from), draft.production.fps),
      end: { ticks: Math.round(to) - Math.round(from) },
    };
  };

/** Hangs the start of a cue from something else, its length kept. */
export const rehangCue =
  (scene: string, cueId: string, start: Pin): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const cue = ownCue(target, cueId);
    const times = resolveTimed(target, draft.production.fps).cues.get(cueId);
    cue.start = start;
    if (times && isPin(cue.end) && cue.end.to !== 'scene') cue.end = { ticks: times.end - times.start };
  };

/** Where a cue ends: a length, a word, the end of a line or of the scene. */
export const stretchCue =
  (scene: string, cueId: string, end: End): Recipe =>
  (draft) => {
    ownCue(sceneOf(draft, scene), cueId).end = end;
  };

/** Changes a cue's own values (expression, hand, framing …), never its pins. */
export const changeCue =
  (scene: string, cueId: string, values: Partial<Cue>): Recipe =>
  (draft) => {
    const cue = ownCue(sceneOf(draft, scene), cueId);
    const { start: _start, end: _end, kind: _kind, ...own } = values as Record<string, unknown>;
    Object.assign(cue, own);
  };

/** Lets go of lines: what hangs from them stays where it is, pinned to the scene's clock. */
export const unhangFrom =
  (scene: string, lineIds: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const lines = new Set(lineIds);
    const times = resolveTimed(target, draft.production.fps);
    const held = (pin: Pin): boolean => (pin.to === 'line' && lines.has(pin.line)) || (pin.to === 'word' && lines.has(times.words.get(pin.word)?.line ?? ''));
    for (const one of [...pinsOf(target)]) {
      const at = timesOf(times, one);
      if (one.kind === 'line' || !at) continue;
      if (one.end && isPin(one.end) && held(one.end)) one.setEnd?.({ to: 'scene', edge: 'start', offset: at.end });
      if (held(one.start)) one.setStart({ to: 'scene', edge: 'start', offset: at.start });
    }
  };

export const deleteCues =
  (scene: string, cueIds: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const gone = new Set(cueIds);
    const moved = repin(target, { cues: gone }, draft.production.fps);
    for (const id of gone) delete target.cues[id];
    return moved ? `${moved} cue${moved === 1 ? '' : 's'} that hung from it moved to the nearest word.` : undefined;
  };
