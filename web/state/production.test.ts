import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { changeLayer } from '#core/edit/commands/layers';
import { addTake, setGap, setLineText } from '#core/edit/commands/lines';
import { renameProduction, renameScene } from '#core/edit/commands/stage';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { needsDraft, timesOf } from './drafts.ts';
import {
  changedElsewhere,
  decide,
  discard,
  isApart,
  keptHere,
  labelOf,
  openProduction,
  preview,
  redo,
  run,
  sendNow,
  stacks,
  typed,
  undo,
  useDocument,
  useEdited,
  useOpenDocument,
  useProduction,
  useStanding,
} from './production.ts';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  get: async (key: string) => structuredClone(kept.get(key)),
  set: async (key: string, value: unknown) => void kept.set(key, structuredClone(value)),
  del: async (key: string) => void kept.delete(key),
  keys: async () => [...kept.keys()],
}));

const said = vi.hoisted(() => ({ plain: vi.fn(), error: vi.fn() }));
vi.mock('sonner', () => ({ toast: Object.assign(said.plain, { error: said.error }) }));

interface Sent {
  readonly id: string;
  readonly label: string;
  readonly undoes?: string;
}

/** A server of one production: takes changes while it is up, or answers with a given status. */
function server(document: Document) {
  const sent: Sent[] = [];
  const state = { up: true, status: 200, outcome: 'taken', foreign: [] as object[] };
  let revision = 1;
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (!state.up) throw new TypeError('no network');
    if (init?.method === 'POST' && url.endsWith('/changes')) {
      if (state.status !== 200) return new Response(JSON.stringify({ code: 'bad-request', detail: 'This can never be. Make it again.' }), { status: state.status });
      const change = JSON.parse(init.body as string) as Sent & { seen: number };
      const missed: object[] = state.foreign.splice(0).map((other) => ({ ...other, revision: ++revision, window: 'other' }));
      if (state.outcome !== 'taken') return Response.json({ outcome: state.outcome, revision, missed, conflict: { ...change, window: 'w', at: '', theirs: [] } });
      sent.push(change);
      missed.push({ ...change, revision: ++revision, window: 'w' });
      return Response.json({ outcome: 'taken', revision, missed });
    }
    return Response.json({ document, revision: 1, log: [], conflicts: [] });
  });
  return { sent, state };
}

/** The events of a server: silent. */
class Silent {
  close(): void {}
  addEventListener(): void {}
}

/** A loaded machine takes its time; where every change of the code is tried, what hangs is given up soon. */
const PATIENCE = process.env.KIPZO_MUTATE ? 1500 : 20_000;

const made = sampleDocument();
const scene = made.scene;
const firstLine = inOrder(made.document.scenes[scene]?.lines ?? {})[0]?.[0] as string;
const settled = async (): Promise<void> => {
  await vi.waitFor(() => expect(useProduction.getState().save).toBe('saved'), PATIENCE);
};
let count = 0;
/** Opens the sample under an id of its own, so that tests do not meet. */
async function opened() {
  const id = `pr_${String(++count).padStart(12, '0')}`;
  const up = server(made.document);
  await openProduction(id);
  return { id, ...up };
}
/** The page is loaded again: nothing in memory, the browser's store as it was. */
async function reloaded(id: string): Promise<void> {
  await keptHere();
  useProduction.setState({ id: undefined, document: undefined });
  await openProduction(id);
}

beforeEach(() => {
  vi.stubGlobal('EventSource', Silent);
  kept.clear();
  localStorage.clear();
  said.plain.mockClear();
  said.error.mockClear();
});
afterEach(cleanup);

describe('an edit', () => {
  it('is shown at once and sent; the page says when it is saved', async () => {
    const { sent } = await opened();
    run('Rename', renameProduction('The tide'));
    expect(useProduction.getState().document?.production.title).toBe('The tide');
    expect(useProduction.getState().save).toBe('saving');
    await settled();
    expect(sent.map(({ label }) => label)).toEqual(['Rename']);
  });

  it('that changes nothing is no step and is not sent', async () => {
    const { sent } = await opened();
    expect(run('Rename', renameProduction(made.document.production.title))).toBeUndefined();
    expect(stacks().undo).toEqual([]);
    expect(sent).toEqual([]);
  });

  it('made while the server is away waits in the browser, and is sent in order after a reload', async () => {
    const { id, sent, state } = await opened();
    state.up = false;
    run('One', renameProduction('One'));
    run('Two', renameProduction('Two'));
    await vi.waitFor(() => expect(useProduction.getState().save).toBe('unsaved'), PATIENCE);
    expect(sent).toEqual([]);
    await keptHere();
    state.up = true;
    await reloaded(id);
    expect(useProduction.getState().document?.production.title).toBe('Two');
    await settled();
    expect(sent.map(({ label }) => label)).toEqual(['One', 'Two']);
    expect(stacks().undo).toHaveLength(2);
  });

  it('that the server can never take is shown with the reason, and what follows it is saved', async () => {
    const { id, sent, state } = await opened();
    state.status = 400;
    run('Rename', renameProduction('Never'));
    await vi.waitFor(() => expect(useProduction.getState().aside).toHaveLength(1), PATIENCE);
    expect(useProduction.getState().document?.production.title).toBe(made.document.production.title);
    expect(useProduction.getState().aside[0]).toMatchObject({ reason: 'This can never be. Make it again.', change: { label: 'Rename' } });
    state.status = 200;
    run('Again', renameProduction('This can be'));
    await settled();
    expect(sent.map(({ label }) => label)).toEqual(['Again']);
    await reloaded(id);
    expect(useProduction.getState().aside).toHaveLength(1);
    discard(useProduction.getState().aside[0]?.key as string);
    expect(useProduction.getState().aside).toEqual([]);
  });

  it('that met another window’s is shown beside what is stored until it is decided', async () => {
    const { sent, state } = await opened();
    const theirs = edit(made.document, 'Theirs', 'cg_000000000077', renameProduction('Theirs')).change as object;
    state.outcome = 'conflict';
    state.foreign.push(theirs);
    run('Rename', renameProduction('Mine'));
    await vi.waitFor(() => expect(useProduction.getState().conflicts).toHaveLength(1), PATIENCE);
    expect(useProduction.getState().document?.production.title).toBe('Theirs');
    expect(stacks().undo).toEqual([]);
    state.outcome = 'taken';
    await decide(useProduction.getState().conflicts[0] as never, 'mine');
    expect(useProduction.getState().document?.production.title).toBe('Mine');
    await settled();
    expect(sent.map(({ label }) => label)).toEqual(['Keep mine: Rename']);
    expect(useProduction.getState().conflicts).toEqual([]);
  });

  it('of somebody else goes under one’s own, and what both did stays', async () => {
    const { state } = await opened();
    state.foreign.push(edit(made.document, 'Theirs', 'cg_000000000078', renameScene(scene, 'On the quay')).change as object);
    run('Rename', renameProduction('Mine'));
    await settled();
    expect(useProduction.getState().document?.scenes[scene]?.title).toBe('On the quay');
    expect(useProduction.getState().document?.production.title).toBe('Mine');
  });

  it('is not called saved while words stand on the screen that are no edit yet', async () => {
    await opened();
    typed('words of a line', true);
    expect(useProduction.getState().save).toBe('saving');
    typed('words of a line', false);
    expect(useProduction.getState().save).toBe('saved');
  });

  it('that cannot be made leaves everything as it was', async () => {
    await opened();
    const before = useProduction.getState().document;
    expect(run('Gap', setGap(scene, 'ln_000000000000', 10))).toBeUndefined();
    expect(useProduction.getState().document).toBe(before);
  });
});

describe('the document as far as who stands where', () => {
  it('is the same object while lines and cues are dragged, and another one with names, colours and layers', async () => {
    await opened();
    const { result } = renderHook(() => useStanding());
    const first = result.current;
    act(() => preview(setGap(scene, firstLine, 96_000)));
    expect(result.current).toBe(first);
    const [layer] = Object.keys(first.scenes[scene]?.layers ?? {}) as [string];
    act(() => preview(changeLayer(scene, layer, { name: 'Somebody' })));
    expect(result.current.scenes[scene]?.layers[layer]?.name).toBe('Somebody');
    act(() => preview(renameProduction('Ebb')));
    expect(result.current.production.title).toBe('Ebb');
    act(() => preview(undefined));
    expect(result.current.production.title).toBe(first.production.title);
  });
});

describe('a preview', () => {
  it('is shown while something is dragged and is no edit', async () => {
    const { sent } = await opened();
    preview(setGap(scene, firstLine, 96_000));
    expect(useProduction.getState().preview).toBeDefined();
    expect(useProduction.getState().document?.scenes[scene]).toEqual(made.document.scenes[scene]);
    preview(undefined);
    expect(useProduction.getState().preview).toBeUndefined();
    expect(sent).toEqual([]);
  });
  it('goes when the edit is made', async () => {
    await opened();
    preview(renameProduction('x'));
    run('Rename', renameProduction('x'));
    expect(useProduction.getState().preview).toBeUndefined();
  });
});

describe('undo and redo', () => {
  it('lead back and on again through every step', async () => {
    await opened();
    const titles = ['One', 'Two', 'Three'];
    for (const title of titles) run('Rename', renameProduction(title));
    const now = (): string | undefined => useProduction.getState().document?.production.title;
    for (const title of ['Two', 'One', made.document.production.title]) {
      await undo();
      expect(now()).toBe(title);
    }
    await undo();
    expect(now()).toBe(made.document.production.title);
    for (const title of titles) {
      await redo();
      expect(now()).toBe(title);
    }
    await redo();
    expect(now()).toBe('Three');
  });

  it('take as many steps as they are pressed, however fast', async () => {
    await opened();
    for (const title of ['One', 'Two', 'Three']) run('Rename', renameProduction(title));
    const now = (): string | undefined => useProduction.getState().document?.production.title;
    await Promise.all([undo(), undo()]);
    expect(now()).toBe('One');
    await Promise.all([redo(), redo()]);
    expect(now()).toBe('Three');
  });

  it('take back an edit with the draft voice that was made for it, in one step', async () => {
    await opened();
    const before = useProduction.getState().document?.scenes[scene];
    const id = run('Text', setLineText(scene, firstLine, 'Something else entirely.', makeId)) as string;
    const take = { order: 'a0', name: 'Draft', kind: 'draft' as const, media: 'a'.repeat(64), analysis: null, from: 0, length: 50_000, times: {} };
    run('Draft voice', addTake(scene, firstLine, makeId('take'), take), { follows: id });
    expect(stacks().undo).toEqual([id]);
    await undo();
    expect(useProduction.getState().document?.scenes[scene]).toEqual(before);
    await redo();
    const line = useProduction.getState().document?.scenes[scene]?.lines[firstLine];
    expect(line?.text).toBe('Something else entirely.');
    expect(line?.take).not.toBeNull();
  });

  it('forget what was undone after a new edit', async () => {
    await opened();
    run('Rename', renameProduction('One'));
    await undo();
    run('Rename', renameProduction('Two'));
    expect(stacks().redo).toEqual([]);
  });
});

describe('draft voices', () => {
  const line = made.document.scenes[scene]?.lines[firstLine] as NonNullable<Document['scenes'][string]['lines'][string]>;
  const voice = made.document.production.roles[line.role as string]?.voice;
  const take = (values: object) => ({ order: 'a0', name: 'D', kind: 'draft' as const, media: 'a'.repeat(64), analysis: null, from: 0, length: 5, times: {}, ...values });
  const spoken = (values: object) => ({ ...line, take: 'tk_1', takes: { tk_1: take(values) } });

  it('are wanted for words without a voice, and for none without words', () => {
    expect(needsDraft(made.document, line)).toEqual(voice);
    expect(needsDraft(made.document, { ...line, text: ' … ' })).toBeUndefined();
    expect(needsDraft(made.document, { ...line, kind: 'beat' })).toBeUndefined();
  });
  it('are made anew when the text or the voice changed', () => {
    const draft = { voice, engineVersion: '1', text: line.text };
    expect(needsDraft(made.document, spoken({ draft }))).toBeUndefined();
    expect(needsDraft(made.document, spoken({ draft: { ...draft, text: 'Older.' } }))).toEqual(voice);
    expect(needsDraft(made.document, spoken({ draft: { ...draft, voice: { ...voice, pitch: 2 } } }))).toEqual(voice);
  });
  it('never replace a real voice', () => expect(needsDraft(made.document, spoken({ kind: 'recorded' }))).toBeUndefined());
  it('give their times to the words in order', () => {
    const words = inOrder(line.words).map(([id]) => id);
    const times = timesOf(
      line,
      words.map((_, n) => ({ start: n * 100, end: n * 100 + 50 })),
    );
    expect(words.map((id) => times[id]?.start)).toEqual(words.map((_, n) => n * 100));
    expect(Object.keys(timesOf(line, [{ start: 0, end: 1 }]))).toEqual([words[0]]);
  });
});

describe('what the page says', () => {
  const [layer] = Object.keys(made.document.scenes[scene]?.layers ?? {}) as [string];
  const word = inOrder(made.document.scenes[scene]?.lines[firstLine]?.words ?? {}).at(-1)?.[0] as string;
  it('of what else moved with an edit, with a way back, but not for the machine’s', async () => {
    await opened();
    run('Hang', hangCue(scene, 'cu_000000000001', gestureOn(layer, word)));
    expect(said.plain).not.toHaveBeenCalled();
    const shorter = (made.document.scenes[scene]?.lines[firstLine]?.text ?? '').replace(/\s\S+$/, '');
    run('Text', setLineText(scene, firstLine, shorter, makeId));
    const [sentence, { action }] = said.plain.mock.lastCall as [string, { action: { label: string; onClick: () => void } }];
    expect(sentence).toBe('1 cue moved to the nearest word.');
    expect(action.label).toBe('Undo');
    action.onClick();
    await vi.waitFor(() => expect(useProduction.getState().document?.scenes[scene]?.lines[firstLine]?.text).not.toBe(shorter), PATIENCE);
    run('Text', setLineText(scene, firstLine, shorter, makeId), { follows: 'cg_000000000001' });
    expect((said.plain.mock.lastCall as [string, { action: unknown }])[1].action).toBeUndefined();
  });
  it('of an edit that cannot be made is why, unless somebody else says it', async () => {
    await opened();
    preview(renameProduction('x'));
    expect(run('Gap', setGap(scene, 'ln_000000000000', 10), { quiet: true })).toBeUndefined();
    expect(said.error).not.toHaveBeenCalled();
    expect(useProduction.getState().preview).toBeUndefined();
    run('Gap', setGap(scene, 'ln_000000000000', 10));
    expect(said.error).toHaveBeenCalledWith('That line is gone. Choose another one.');
    preview(setGap(scene, 'ln_000000000000', 10));
    expect(useProduction.getState().preview).toBeUndefined();
  });
  it('of a step taken back or done again is its name', async () => {
    await opened();
    const id = run('Rename', renameProduction('One'));
    expect(labelOf(id)).toBe('Rename');
    expect([labelOf('cg_000000000000'), labelOf(undefined)]).toEqual([undefined, undefined]);
    await undo();
    expect(said.plain).toHaveBeenLastCalledWith('Undone: Rename', { duration: 1600, id: 'undo' });
    await redo();
    expect(said.plain).toHaveBeenLastCalledWith('Redone: Rename', { duration: 1600, id: 'undo' });
    await redo();
    expect(said.plain).toHaveBeenCalledTimes(2);
  });
  it('of a step that was changed again elsewhere is that it stays', async () => {
    const { state } = await opened();
    run('Rename', renameProduction('Mine'));
    await settled();
    const now = useProduction.getState().document as Document;
    state.foreign.push(edit(now, 'Theirs', 'cg_000000000079', renameProduction('Theirs')).change as object);
    run('Scene', renameScene(scene, 'Quay'));
    await settled();
    expect(useProduction.getState().document?.production.title).toBe('Theirs');
    await undo();
    await undo();
    expect(said.plain).toHaveBeenLastCalledWith('“Rename” was changed again in another window and stays. The step before it is next.', { id: 'undo' });
    expect(stacks().undo).toEqual([]);
  });
  it('of a production that cannot be opened is why, and of one that was left meanwhile nothing', async () => {
    vi.stubGlobal('fetch', async (url: string) =>
      url.includes('pr_gone00000000')
        ? new Response(JSON.stringify({ code: 'no-production', detail: 'This production is not here any more.' }), { status: 404 })
        : Response.json({ document: made.document, revision: 1, log: [], conflicts: [] }),
    );
    await openProduction('pr_gone00000000');
    expect(useProduction.getState()).toMatchObject({ id: 'pr_gone00000000', document: undefined, problem: 'This production is not here any more.' });
    const [first, second] = [openProduction('pr_gone00000001'), openProduction('pr_000000000777')];
    await Promise.all([first, second]);
    expect(useProduction.getState()).toMatchObject({ id: 'pr_000000000777', problem: undefined });
    expect(useProduction.getState().document?.production.title).toBe(made.document.production.title);
    const before = useProduction.getState().document;
    await openProduction('pr_000000000777');
    expect(useProduction.getState().document).toBe(before);
  });
});

describe('the open document', () => {
  it('is what is dragged, else what is edited; a screen that needs one has one', async () => {
    await opened();
    expect(renderHook(() => useDocument()).result.current).toBe(useProduction.getState().document);
    preview(renameProduction('Dragged'));
    expect(renderHook(() => useDocument()).result.current?.production.title).toBe('Dragged');
    expect(renderHook(() => useOpenDocument()).result.current.production.title).toBe('Dragged');
    expect(renderHook(() => useEdited()).result.current).toBe(useProduction.getState().document);
    expect(useProduction.getState().document?.production.title).toBe(made.document.production.title);
    useProduction.setState({ document: undefined, preview: undefined });
    expect(() => renderHook(() => useOpenDocument())).toThrow();
    expect(() => renderHook(() => useEdited())).toThrow();
    expect(run('Rename', renameProduction('x'))).toBeUndefined();
  });
  it('stands apart where a choice is open, and theirs or both can be kept', async () => {
    const { sent, state } = await opened();
    const clash = async (title: string): Promise<void> => {
      state.outcome = 'conflict';
      state.foreign.push(edit(useProduction.getState().document as Document, 'Theirs', makeId('change'), renameProduction(`${title} theirs`)).change as object);
      run('Rename', renameProduction(`${title} mine`));
      await vi.waitFor(() => expect(useProduction.getState().conflicts).toHaveLength(1), PATIENCE);
      state.outcome = 'taken';
    };
    expect(isApart('production/title')).toBe(false);
    await clash('One');
    await decide(useProduction.getState().conflicts[0] as never, 'both');
    expect(useProduction.getState().document?.production.title).toBe('One theirs / One mine');
    await settled();
    expect(sent.at(-1)?.label).toBe('Keep both: Rename');
    await clash('Two');
    await decide(useProduction.getState().conflicts[0] as never, 'theirs');
    expect(useProduction.getState().document?.production.title).toBe('Two theirs');
    expect(changedElsewhere(firstLine)).toBeUndefined();
  });
  it('made on what is no longer shown is sent and not shown', async () => {
    const { sent } = await opened();
    const old = useProduction.getState().document as Document;
    run('Rename', renameProduction('Now'));
    run('Scene', renameScene(scene, 'Apart'), { on: old });
    expect(useProduction.getState().document?.scenes[scene]?.title).not.toBe('Apart');
    await vi.waitFor(() => expect(sent.map(({ label }) => label)).toEqual(['Rename', 'Scene']), PATIENCE);
  });
  it('is sent at once when that is asked for', async () => {
    const { sent, state } = await opened();
    state.up = false;
    run('Rename', renameProduction('One'));
    await vi.waitFor(() => expect(useProduction.getState().save).toBe('unsaved'), PATIENCE);
    state.up = true;
    sendNow();
    await vi.waitFor(() => expect(sent).toHaveLength(1), PATIENCE);
  });
});
