import { failure } from '../../document/failure.ts';
import { type Cue, type End, isPin, type Pin, type Scene } from '../../document/schema.ts';
import { resolveScene } from '../../schedule/resolve.ts';
import { lineTiming } from '../../schedule/timing.ts';
import type { Recipe } from '../change.ts';
import { repin } from '../repin.ts';
import { sceneOf } from './lines.ts';

const cueOf = (scene: Scene, id: string): Cue => {
  const cue = scene.cues[id];
  if (!cue) throw failure('no-cue', 'That cue is gone. Hang a new one from a word.');
  return cue;
};

/** Hangs a new cue. */
export const hangCue =
  (scene: string, cueId: string, cue: Cue): Recipe =>
  (draft) => {
    sceneOf(draft, scene).cues[cueId] = cue;
  };

/**
 * Moves a cue by `delta` ticks: it stays hung from its word with another offset. An end of its own (a word, the
 * scene's end) moves with it only when `whole`.
 */
export const moveCue =
  (scene: string, cueId: string, delta: number): Recipe =>
  (draft) => {
    const cue = cueOf(sceneOf(draft, scene), cueId);
    cue.start = { ...cue.start, offset: cue.start.offset + delta } as Pin;
    if (isPin(cue.end)) cue.end = { ...cue.end, offset: cue.end.offset + delta } as Pin;
  };

/** Hangs the start of a cue from something else, its length kept. */
export const rehangCue =
  (scene: string, cueId: string, start: Pin): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const cue = cueOf(target, cueId);
    const times = resolveScene(target, (_, line) => lineTiming(line), draft.production.fps).cues.get(cueId);
    cue.start = start;
    if (times && isPin(cue.end) && cue.end.to !== 'scene') cue.end = { ticks: times.end - times.start };
  };

/** Where a cue ends: a length, a word, the end of a line or of the scene. */
export const stretchCue =
  (scene: string, cueId: string, end: End): Recipe =>
  (draft) => {
    cueOf(sceneOf(draft, scene), cueId).end = end;
  };

/** Changes a cue's own values (expression, hand, framing …), never its pins. */
export const changeCue =
  (scene: string, cueId: string, values: Partial<Cue>): Recipe =>
  (draft) => {
    const cue = cueOf(sceneOf(draft, scene), cueId);
    const { start: _start, end: _end, kind: _kind, ...own } = values as Record<string, unknown>;
    Object.assign(cue, own);
  };

/** Lets go of lines: what hangs from them stays where it is, pinned to the scene's clock. */
export const unhangFrom =
  (scene: string, lineIds: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const lines = new Set(lineIds);
    const times = resolveScene(target, (_, line) => lineTiming(line), draft.production.fps);
    const held = (pin: Pin): boolean => (pin.to === 'line' && lines.has(pin.line)) || (pin.to === 'word' && lines.has(times.words.get(pin.word)?.line ?? ''));
    for (const [id, cue] of Object.entries(target.cues)) {
      const at = times.cues.get(id);
      if (!at) continue;
      if (isPin(cue.end) && held(cue.end)) cue.end = { to: 'scene', edge: 'start', offset: at.end };
      if (held(cue.start)) cue.start = { to: 'scene', edge: 'start', offset: at.start };
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
