import { toast } from 'sonner';
import { create } from 'zustand';
import type { PresentWindow } from '#core/document/answers';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { type Change, edit, type Recipe } from '#core/edit/change';
import { type Conflict, keepBoth, keepMine } from '#core/edit/conflict';
import { type LoggedChange, stacksOf } from '#core/edit/undo';
import { makeId } from '../ids.ts';
import { ports } from './ports.ts';
import { Session } from './session.ts';
import type { SessionState, SetAside } from './sessionPorts.ts';

export type SaveState = 'saved' | 'saving' | 'unsaved';

interface ProductionState {
  readonly id: string | undefined;
  readonly document: Document | undefined;
  readonly problem: string | undefined;
  readonly save: SaveState;
  readonly savedAt: number | undefined;
  /** Why edits are not saved, where it is more than that the server is away. */
  readonly trouble: string | undefined;
  readonly log: readonly LoggedChange[];
  readonly conflicts: readonly Conflict[];
  readonly aside: readonly SetAside[];
  /** Other windows on this production. */
  readonly windows: readonly PresentWindow[];
  /** A document shown while something is dragged; not an edit yet. */
  readonly preview: Document | undefined;
}

const NOTHING: ProductionState = {
  id: undefined,
  document: undefined,
  problem: undefined,
  save: 'saved',
  savedAt: undefined,
  trouble: undefined,
  log: [],
  conflicts: [],
  aside: [],
  windows: [],
  preview: undefined,
};

export const useProduction = create<ProductionState>(() => NOTHING);

/** The document that screens show: what is being dragged, else what is edited. */
export const useDocument = (): Document | undefined => useProduction((state) => state.preview ?? state.document);

/** The document that is shown of the open production, in what is only shown while one is open. */
export function useOpenDocument(): Document {
  const document = useDocument();
  if (!document) throw new Error('No production is open.');
  return document;
}

/** The document as it is edited, without what is being dragged or tried on: for what must not move under the pointer meanwhile. */
export function useEdited(): Document {
  const document = useProduction((state) => state.document);
  if (!document) throw new Error('No production is open.');
  return document;
}

let standing: Document | undefined;
/** Whether two documents differ at most in lines, cues and times: the same people, things and names in the same scenes. */
const standAlike = (a: Document, b: Document): boolean => {
  if (a === b) return true;
  if (a.production !== b.production || a.characters !== b.characters) return false;
  const ids = Object.keys(a.scenes);
  return (
    ids.length === Object.keys(b.scenes).length &&
    ids.every((id) => {
      const [one, other] = [a.scenes[id], b.scenes[id]];
      return one === other || (one?.layers === other?.layers && one?.recast === other?.recast && one?.title === other?.title && one?.order === other?.order);
    })
  );
};

/**
 * The document for whoever shows names, colours and what stands where: the same object as long as those are, while lines and
 * cues are dragged. Its lines and cues may be older ones.
 */
export function useStanding(): Document {
  const document = useProduction((state) => {
    const now = state.preview ?? state.document;
    if (now && !(standing && standAlike(standing, now))) standing = now;
    return now && standing;
  });
  if (!document) throw new Error('No production is open.');
  return document;
}

let session: Session | undefined;
/** Fields in which something is typed that is no edit yet. */
const typing = new Set<string>();

/** What the page says of saving: nothing is saved before the words on the screen are in the database. */
function saveOf({ waiting, stuck }: { waiting: number; stuck: boolean }): SaveState {
  if (stuck && waiting) return 'unsaved';
  return waiting || typing.size ? 'saving' : 'saved';
}

function show(state: SessionState): void {
  const { document, log, savedAt, trouble, conflicts, aside, windows } = state;
  const before = useProduction.getState();
  useProduction.setState({
    document,
    log,
    save: saveOf(state),
    savedAt,
    trouble,
    conflicts,
    aside,
    windows,
    ...(before.document === document ? {} : { preview: undefined }),
  });
}

/** A field tells that what is typed in it is not kept yet, or is. */
export function typed(field: string, open: boolean): void {
  if (open) typing.add(field);
  else typing.delete(field);
  if (session) useProduction.setState({ save: saveOf(session.state) });
}

let opening = 0;

/** Opens a production: what is stored, then whatever this browser had not sent yet. */
export async function openProduction(id: string): Promise<void> {
  if (useProduction.getState().id === id && useProduction.getState().document) return;
  const turn = ++opening;
  session?.close();
  session = undefined;
  useProduction.setState({ ...NOTHING, id });
  try {
    const opened = await Session.open(id, ports);
    if (turn === opening) attach(opened);
  } catch (thrown) {
    if (turn === opening) useProduction.setState({ problem: sentenceOf(thrown) });
  }
}

/** Shows a session from now on, instead of whichever was shown. */
export function attach(opened: Session): void {
  session?.close();
  session = opened;
  useProduction.setState({ ...NOTHING, id: opened.production });
  opened.start((state) => {
    if (session === opened) show(state);
  });
}

export interface RunOptions {
  readonly undoes?: string;
  readonly follows?: string;
  /** The machine can make it again. */
  readonly byMachine?: boolean;
  /** The conflict that it decides. */
  readonly settles?: string;
  /** Say nothing when it fails; the caller does. */
  readonly quiet?: boolean;
  /** The document that it was made on, where that is not what is shown: the server keeps it beside what is stored. */
  readonly on?: Document;
}

/** Runs an edit: shown at once, kept in the browser, sent in order. Gives the change's id, or undefined where nothing changed. */
export function run(label: string, recipe: Recipe, { quiet, on, ...more }: RunOptions = {}): string | undefined {
  const { document } = useProduction.getState();
  if (!document || !session) return undefined;
  try {
    const id = makeId('change');
    const result = edit(on ?? document, label, id, recipe, more);
    if (result.message) toast(result.message, { action: more.follows ? undefined : { label: 'Undo', onClick: () => void undo() } });
    useProduction.setState({ preview: undefined });
    if (!result.change) return undefined;
    session.take(result.change, on ? undefined : result.document);
    return id;
  } catch (thrown) {
    useProduction.setState({ preview: undefined });
    if (!quiet) toast.error(sentenceOf(thrown));
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

export const stacks = (): ReturnType<typeof stacksOf> => session?.stacks() ?? stacksOf([]);
export const labelOf = (id: string | undefined): string | undefined => useProduction.getState().log.find((change) => change.id === id)?.label;

/** When a line was last changed by another window (milliseconds since 1970); undefined where it was not. */
export const changedElsewhere = (line: string): number | undefined => session?.changedElsewhere(line);

/** Whether an edit of this window at a place stands beside what is stored, or will. */
export const isApart = (path: string): boolean => session?.isApart(path) ?? false;

/** Settles when everything that was edited so far is in the browser's own store. */
export const keptHere = (): Promise<unknown> => session?.kept ?? Promise.resolve();

/** Sends what waits now instead of later. */
export const sendNow = (): void => session?.retry();

/** Steps are taken back one after the other, however fast they are asked for: some are asked of the server first. */
let taking: Promise<void> = Promise.resolve();
const inTurn = (step: () => Promise<void>): Promise<void> => (taking = taking.then(step, step));

/** Takes back the last edit of this window, with everything the machine made upon it. */
export const undo = (): Promise<void> =>
  inTurn(async () => {
    const target = stacks().undo.at(-1);
    if (target) await takeBack(target, 'Undone');
  });

export const redo = (): Promise<void> =>
  inTurn(async () => {
    const target = stacks().redo.at(-1);
    if (target) await takeBack(target, 'Redone');
  });

async function takeBack(target: string, word: string): Promise<void> {
  const at = session;
  if (!at) return;
  try {
    const back = await at.takenBack(target);
    if (!back) {
      toast(`“${labelOf(target) ?? 'That step'}” was changed again in another window and stays. The step before it is next.`, { id: 'undo' });
      return;
    }
    const change: Change = { id: makeId('change'), label: back.label, undoes: target, parts: back.parts };
    at.take(change, back.next);
    toast(`${word}: ${back.label}`, { duration: 1600, id: 'undo' });
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
  }
}

/** Decides a conflict: mine, theirs, or both where they are words. */
export async function decide(conflict: Conflict, decision: 'mine' | 'theirs' | 'both'): Promise<void> {
  if (!session) return;
  try {
    if (decision === 'theirs') return await session.keepTheirs(conflict.id);
    const label = decision === 'mine' ? `Keep mine: ${conflict.label}` : `Keep both: ${conflict.label}`;
    for (const recipe of decision === 'mine' ? keepMine(conflict, makeId) : keepBoth(conflict, makeId)) if (run(label, recipe, { settles: conflict.id, quiet: true })) return;
    // Nothing of it is left to keep: both are alike by now.
    await session.keepTheirs(conflict.id);
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
  }
}

export const discard = (key: string): void => session?.discard(key);
