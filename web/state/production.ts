import { get as readLocal, del as removeLocal, set as writeLocal } from 'idb-keyval';
import { toast } from 'sonner';
import { create } from 'zustand';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { applyPatches, type Change, edit, inverted, type Recipe } from '#core/edit/change';
import { type LoggedChange, stacksOf } from '#core/edit/undo';
import { ApiError, getJson, sendJson } from '../api.ts';
import { makeId } from '../ids.ts';

export type SaveState = 'saved' | 'saving' | 'unsaved';

interface ProductionState {
  readonly id: string | undefined;
  readonly document: Document | undefined;
  readonly problem: string | undefined;
  readonly save: SaveState;
  readonly savedAt: number | undefined;
  readonly log: readonly LoggedChange[];
  /** A document shown while something is dragged; not an edit yet. */
  readonly preview: Document | undefined;
}

export const useProduction = create<ProductionState>(() => ({
  id: undefined,
  document: undefined,
  problem: undefined,
  save: 'saved',
  savedAt: undefined,
  log: [],
  preview: undefined,
}));

/** The document that screens show: what is being dragged, else what is edited. */
export const useDocument = (): Document | undefined => useProduction((state) => state.preview ?? state.document);

const known = new Map<string, Change>();
let revisions: Record<string, number> = {};
let queue: Change[] = [];
let sending = false;
const queueKey = (id: string): string => `queue ${id}`;

/** Opens a production: stored parts, then whatever this browser had not sent yet. */
export async function openProduction(id: string): Promise<void> {
  if (useProduction.getState().id === id && useProduction.getState().document) return;
  useProduction.setState({ id, document: undefined, problem: undefined, preview: undefined, log: [] });
  known.clear();
  queue = [];
  try {
    const stored = await getJson<{ document: Document; revisions: Record<string, number>; log: LoggedChange[] }>(`/productions/${id}`);
    revisions = stored.revisions;
    let { document } = stored;
    const log = [...stored.log];
    const waiting = ((await readLocal(queueKey(id))) as Change[] | undefined) ?? [];
    for (const change of waiting) {
      if (log.some((logged) => logged.id === change.id)) continue;
      try {
        document = applyPatches(document, change.parts, 'forward');
        queue.push(change);
        known.set(change.id, change);
        log.push(change);
      } catch {
        toast.error('An edit from before could not be put on top of what is stored. Everything else is here.');
      }
    }
    useProduction.setState({ document, log, save: queue.length ? 'unsaved' : 'saved' });
    if (queue.length) void send();
    else await removeLocal(queueKey(id));
  } catch (thrown) {
    useProduction.setState({ problem: sentenceOf(thrown) });
  }
}

interface RunOptions {
  readonly undoes?: string;
  readonly follows?: string;
  /** Say nothing when it fails; the caller does. */
  readonly quiet?: boolean;
}

/** Runs an edit: shown at once, kept locally, sent in order. Gives the change's id, or undefined where nothing changed. */
export function run(label: string, recipe: Recipe, options: RunOptions = {}): string | undefined {
  const { document } = useProduction.getState();
  if (!document) return undefined;
  try {
    const id = makeId('change');
    const { undoes, follows } = options;
    const result = edit(document, label, id, recipe, { ...(undoes ? { undoes } : {}), ...(follows ? { follows } : {}) });
    if (result.message) toast(result.message, { action: options.follows ? undefined : { label: 'Undo', onClick: () => void undo() } });
    if (!result.change) {
      useProduction.setState({ preview: undefined });
      return undefined;
    }
    take(result.document, result.change);
    return id;
  } catch (thrown) {
    useProduction.setState({ preview: undefined });
    if (!options.quiet) toast.error(sentenceOf(thrown));
    return undefined;
  }
}

/** Shows what an edit would give, without making it. */
export function preview(recipe: Recipe | undefined): void {
  const { document } = useProduction.getState();
  if (!document || !recipe) return useProduction.setState({ preview: undefined });
  try {
    useProduction.setState({ preview: edit(document, 'preview', 'preview', recipe).document });
  } catch {
    // A place that cannot be is simply not shown.
  }
}

function take(document: Document, change: Change): void {
  known.set(change.id, change);
  queue.push(change);
  useProduction.setState((state) => ({
    document,
    preview: undefined,
    log: [...state.log, { id: change.id, label: change.label, undoes: change.undoes, follows: change.follows }],
    save: 'saving',
  }));
  const { id } = useProduction.getState();
  if (id) void writeLocal(queueKey(id), queue);
  void send();
}

async function send(): Promise<void> {
  if (sending) return;
  sending = true;
  const { id } = useProduction.getState();
  try {
    while (queue.length && useProduction.getState().id === id) {
      const change = queue[0] as Change;
      const based: Change = { ...change, parts: change.parts.map((part) => ({ ...part, base: revisions[part.part] ?? 0 })) };
      const answer = await sendJson<{ revisions: Record<string, number> }>('POST', `/productions/${id}/changes`, based);
      revisions = answer.revisions;
      queue.shift();
      if (id) await writeLocal(queueKey(id), queue);
    }
    useProduction.setState({ save: 'saved', savedAt: Date.now() });
  } catch (thrown) {
    useProduction.setState({ save: 'unsaved' });
    if (thrown instanceof ApiError && thrown.status >= 400 && thrown.status < 500) {
      const lost = queue.shift();
      toast.error(`${thrown.message} (${lost?.label ?? 'edit'})`);
      if (id) await writeLocal(queueKey(id), queue);
      // What is stored differs from what is shown: read it anew, with what is still waiting on top.
      useProduction.setState({ document: undefined });
      if (id) {
        useProduction.setState({ id: undefined });
        void openProduction(id);
      }
    } else setTimeout(() => void send(), 1500);
  } finally {
    sending = false;
  }
}

export const stacks = () => stacksOf(useProduction.getState().log);
export const labelOf = (id: string | undefined): string | undefined => useProduction.getState().log.find((change) => change.id === id)?.label;

async function changeById(id: string): Promise<{ change: Change; followers: readonly Change[] }> {
  const state = useProduction.getState();
  const local = known.get(id);
  const followerIds = state.log.filter((change) => change.follows === id).map((change) => change.id);
  if (local && followerIds.every((f) => known.has(f))) return { change: local, followers: followerIds.map((f) => known.get(f) as Change) };
  return getJson(`/productions/${state.id}/changes/${id}`);
}

/** Takes back the last edit of this browser, with everything the machine made after it. */
export async function undo(): Promise<void> {
  const target = stacks().undo.at(-1);
  if (target) await takeBack(target, 'Undone');
}

export async function redo(): Promise<void> {
  const target = stacks().redo.at(-1);
  if (target) await takeBack(target, 'Redone');
}

async function takeBack(target: string, word: string): Promise<void> {
  const { document } = useProduction.getState();
  if (!document) return;
  try {
    const { change, followers } = await changeById(target);
    const parts = [...followers.toReversed().flatMap((f) => inverted(f, f.id).parts), ...inverted(change, change.id).parts];
    const next = applyPatches(document, parts, 'forward');
    take(next, { id: makeId('change'), label: change.label, undoes: target, parts: merged(parts) });
    toast(`${word}: ${change.label}`, { duration: 1600, id: 'undo' });
  } catch (thrown) {
    toast.error(thrown instanceof ApiError ? thrown.message : 'That step can no longer be taken back: what it changed was changed again from elsewhere.');
  }
}

/** Several changes of one part as one: operations in order, inverses the other way round. */
function merged(parts: Change['parts']): Change['parts'] {
  const byPart = new Map<string, { part: string; base: number; forward: Change['parts'][number]['forward'][number][]; inverse: Change['parts'][number]['inverse'][number][] }>();
  for (const { part, forward, inverse } of parts) {
    const known = byPart.get(part) ?? { part, base: 0, forward: [], inverse: [] };
    known.forward.push(...forward);
    known.inverse.unshift(...inverse);
    byPart.set(part, known);
  }
  return [...byPart.values()];
}
