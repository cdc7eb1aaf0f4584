import { failure } from '../../document/failure.ts';
import type { MakeId } from '../../document/ids.ts';
import type { Document, Line, Pin, Scene, Take } from '../../document/schema.ts';
import { resolveTimed } from '../../schedule/timing.ts';
import { inOrder, orderBetween } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { repin } from '../repin.ts';
import { reword } from '../words.ts';

/** The most common silence between two turns, across languages (Stivers et al. 2009), a little slower for a film. */
export const USUAL_GAP = toTicks(0.3);
export const SAME_SPEAKER_GAP = toTicks(0.45);

export const sceneOf = (document: Document, id: string): Scene => {
  const scene = document.scenes[id];
  if (!scene) throw failure('no-scene', 'That scene is gone. Open another one.');
  return scene;
};

export const lineOf = (scene: Scene, id: string): Line => {
  const line = scene.lines[id];
  if (!line) throw failure('no-line', 'That line is gone. Choose another one.');
  return line;
};

const plural = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

export function newLine(role: string | null, text: string, order: string, gap: number, makeId: MakeId): Line {
  return { order, kind: 'line', role, text, words: reword({}, text, makeId), pin: { to: 'previous', offset: gap }, aside: false, offStage: false, beat: 0, take: null, takes: {} };
}

/** A line of `role` after the line `after` (null: first). */
export const insertLine =
  (scene: string, lineId: string, role: string, text: string, after: string | null, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const all = inOrder(target.lines);
    const index = after === null ? -1 : all.findIndex(([id]) => id === after);
    const order = orderBetween(all[index]?.[1].order ?? null, all[index + 1]?.[1].order ?? null);
    const gap = index < 0 ? 0 : all[index]?.[1].role === role ? SAME_SPEAKER_GAP : USUAL_GAP;
    target.lines[lineId] = newLine(role, text, order, gap, makeId);
  };

/** A wordless span of `beat` ticks in the chain. */
export const insertBeat =
  (scene: string, lineId: string, beat: number, after: string | null): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const all = inOrder(target.lines);
    const index = after === null ? -1 : all.findIndex(([id]) => id === after);
    const order = orderBetween(all[index]?.[1].order ?? null, all[index + 1]?.[1].order ?? null);
    target.lines[lineId] = { order, kind: 'beat', role: null, text: '', words: {}, pin: { to: 'previous', offset: 0 }, aside: false, offStage: false, beat, take: null, takes: {} };
  };

/** New words for a line: words that stay keep their ids and what hangs from them. */
export const setLineText =
  (scene: string, lineId: string, text: string, makeId: MakeId): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const line = lineOf(target, lineId);
    if (line.text === text) return;
    const words = reword(line.words, text, makeId);
    const lost = new Set(Object.keys(line.words).filter((id) => !words[id]));
    // The new words must be there before pins look for the nearest survivor.
    const merged = { ...words };
    for (const id of lost) merged[id] = line.words[id] as Line['words'][string];
    line.words = merged;
    const moved = lost.size ? repin(target, { words: lost }, draft.production.fps) : 0;
    line.words = words;
    line.text = text;
    for (const take of Object.values(line.takes)) for (const id of lost) delete take.times[id];
    return moved ? `${plural(moved, 'cue')} moved to the nearest word.` : undefined;
  };

/** What the script says of how a line is said, and of what happens before it; empty takes it away. */
export const setDirection =
  (scene: string, lineId: string, values: { direction?: string; staging?: string }): Recipe =>
  (draft) => {
    const line = lineOf(sceneOf(draft, scene), lineId);
    for (const key of ['direction', 'staging'] as const) {
      const value = values[key]?.trim();
      if (value === undefined) continue;
      if (value) line[key] = value;
      else delete line[key];
    }
  };

export const giveLine =
  (scene: string, lineId: string, role: string): Recipe =>
  (draft) => {
    if (!draft.production.roles[role]) throw failure('no-role', 'That speaker is gone. Choose another one.');
    lineOf(sceneOf(draft, scene), lineId).role = role;
  };

/** Sets the turn gap before a line (negative: it overlaps what came before). What follows moves along. */
export const setGap =
  (scene: string, lineId: string, gap: number): Recipe =>
  (draft) => {
    const line = lineOf(sceneOf(draft, scene), lineId);
    line.pin = { to: 'previous', offset: gap };
  };

export const pinLine =
  (scene: string, lineId: string, pin: Pin): Recipe =>
  (draft) => {
    lineOf(sceneOf(draft, scene), lineId).pin = pin;
  };

export const setAside =
  (scene: string, lineId: string, flags: { aside?: boolean; offStage?: boolean }): Recipe =>
  (draft) => {
    Object.assign(lineOf(sceneOf(draft, scene), lineId), flags);
  };

/**
 * Drags a line by `delta` ticks. All that follows moves along; with `alone` only this line moves and the next gap
 * gives way. Dragged over a neighbour's middle it changes order (`after`: the line it now follows).
 */
export const moveLine =
  (scene: string, lineId: string, delta: number, options: { alone?: boolean; after?: string | null } = {}): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const line = lineOf(target, lineId);
    if (options.after !== undefined) {
      const rest = inOrder(target.lines).filter(([id]) => id !== lineId);
      const index = options.after === null ? -1 : rest.findIndex(([id]) => id === options.after);
      line.order = orderBetween(rest[index]?.[1].order ?? null, rest[index + 1]?.[1].order ?? null);
      line.pin = { to: 'previous', offset: index < 0 ? 0 : USUAL_GAP };
      const next = rest[index + 1]?.[1];
      if (next?.pin.to === 'previous' && next.pin.offset < USUAL_GAP && !next.aside) next.pin = { to: 'previous', offset: USUAL_GAP };
      return;
    }
    const before = resolveTimed(target, draft.production.fps);
    const all = inOrder(target.lines);
    const index = all.findIndex(([id]) => id === lineId);
    line.pin = { ...line.pin, offset: line.pin.offset + delta };
    if (line.pin.to === 'previous') {
      const start = (before.lines.get(lineId)?.start ?? 0) + delta;
      if (start < 0) line.pin = { ...line.pin, offset: line.pin.offset - start };
    }
    if (options.alone) {
      const next = all[index + 1];
      if (next && next[1].pin.to === 'previous') next[1].pin = { to: 'previous', offset: next[1].pin.offset - delta };
    }
  };

/** Removes lines; what hung from them goes to the nearest surviving word. */
export const deleteLines =
  (scene: string, lineIds: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const gone = new Set(lineIds);
    const moved = repin(target, { lines: gone }, draft.production.fps);
    for (const id of gone) delete target.lines[id];
    const first = inOrder(target.lines)[0];
    if (first?.[1].pin.to === 'previous' && first[1].pin.offset < 0) first[1].pin = { to: 'previous', offset: 0 };
    return moved ? `${plural(moved, 'cue')} moved to the nearest word.` : undefined;
  };

/** Adds a take and uses it. A draft that is there already is replaced, a real take is never touched. */
export const addTake =
  (scene: string, lineId: string, takeId: string, take: Take): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const line = lineOf(target, lineId);
    const before = line.take ? line.takes[line.take] : undefined;
    if (take.kind === 'draft') {
      for (const [id, old] of Object.entries(line.takes)) if (old.kind === 'draft') delete line.takes[id];
    }
    line.takes[takeId] = take;
    if (take.kind !== 'draft' || !before || before.kind === 'draft') line.take = takeId;
    if (take.kind === 'draft') return;
    const hanging = Object.values(target.cues).filter((cue) => cue.start.to === 'word' && line.words[cue.start.word]).length;
    if (!before || !hanging) return;
    const delta = (take.length - before.length) / 48_000;
    return `${take.name} is ${Math.abs(delta).toFixed(1)} s ${delta < 0 ? 'shorter' : 'longer'}. ${plural(hanging, 'cue')} moved with it.`;
  };

/** Fills in what the analysis found in a take: its length stays, words and mouth follow. */
export const setAnalysis =
  (scene: string, lineId: string, takeId: string, analysis: string, times: Take['times']): Recipe =>
  (draft) => {
    const take = lineOf(sceneOf(draft, scene), lineId).takes[takeId];
    if (!take) return;
    take.analysis = analysis;
    take.times = times;
    // It was heard from where the take begins now.
    delete take.heardFrom;
  };

export const chooseTake =
  (scene: string, lineId: string, takeId: string): Recipe =>
  (draft) => {
    const line = lineOf(sceneOf(draft, scene), lineId);
    if (!line.takes[takeId]) throw failure('no-take', 'That take is gone. Choose another one.');
    line.take = takeId;
  };

export const removeTake =
  (scene: string, lineId: string, takeId: string): Recipe =>
  (draft) => {
    const line = lineOf(sceneOf(draft, scene), lineId);
    delete line.takes[takeId];
    if (line.take === takeId) line.take = inOrder(line.takes).at(-1)?.[0] ?? null;
  };

/** A line begins so many ticks after a cue ends (less: before), whatever was said last. */
export const waitForCue =
  (scene: string, lineId: string, cueId: string, after = 0): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    if (!target.cues[cueId]) throw failure('no-cue', 'That cue is gone. Let the line wait for another one.');
    lineOf(target, lineId).pin = { to: 'cue', cue: cueId, edge: 'end', offset: after };
  };

/** A line takes its turn after the one before again, at the usual gap. */
export const takeTurn =
  (scene: string, lineId: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    lineOf(target, lineId).pin = { to: 'previous', offset: inOrder(target.lines)[0]?.[0] === lineId ? 0 : USUAL_GAP };
  };

/** Fixes a scene's length (ticks), or lets it follow what is said (undefined). */
export const setSceneLength =
  (scene: string, length: number | undefined): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    if (length === undefined) delete target.length;
    else target.length = Math.max(toTicks(0.5), Math.round(length));
  };

/** Two numbers of a scene: ticks before the first word and after the last. */
export const setLeadAndTail =
  (scene: string, lead: number, tail: number): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    target.lead = Math.max(0, lead);
    target.tail = Math.max(0, tail);
  };
