import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document } from '#core/document/schema';
import { applyPatches, type Change, edit, type Recipe } from '#core/edit/change';
import { setGap } from '#core/edit/commands/lines';
import { renameProduction, renameScene } from '#core/edit/commands/stage';
import type { Conflict } from '#core/edit/conflict';
import { laid, meet } from '#core/edit/fit';
import type { TakenChange } from '#core/edit/replica';
import { sampleDocument, seededIds } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { Session } from './session.ts';
import type { Answer, LiveEvent, LocalPort, Ports, ServerPort, SessionState } from './sessionPorts.ts';

/** A loaded machine takes its time; where every change of the code is tried, what hangs is given up soon. */
const PATIENCE = process.env.KIPZO_MUTATE ? 1500 : 20_000;

const made = sampleDocument();
const { scene } = made;
const PRODUCTION = made.document.production.id;
const [line] = inOrder(made.document.scenes[scene]?.lines ?? {}).map(([id]) => id) as [string];

/** A refusal as the page's way to the server throws it. */
const refusal = (status: number, code = 'refused', message = 'This can never be. Make it again.') => Object.assign(new Error(message), { status, code });

/** A server of one production that takes what fits, as server/changes.ts does, and says so to all who listen. */
class House {
  document = made.document;
  revision = 1;
  readonly taken: TakenChange[] = [];
  conflicts: Conflict[] = [];
  /** What the next sendings meet, one after the other: a refusal before, or (lost) after the change was taken. */
  readonly trouble: ({ readonly error: Error; readonly lost?: boolean } | undefined)[] = [];
  sendings = 0;
  openings = 0;
  /** So many changes are sent one by one; more are not. */
  most = 100;
  readonly listeners = new Map<string, (event: LiveEvent) => void>();

  after = (seen: number): TakenChange[] | null => {
    const missed = this.taken.filter(({ revision }) => revision > seen);
    return missed.length > this.most ? null : missed;
  };
  /** Takes a change, as from any window; silent ones are heard of by nobody. */
  take(change: Change, window: string, silent = false): void {
    this.document = applyPatches(this.document, change.parts, 'forward');
    const taken = { ...change, revision: ++this.revision, window };
    this.taken.push(taken);
    if (!silent) for (const listener of this.listeners.values()) listener({ kind: 'change', change: taken });
  }
  port(window: string): ServerPort {
    return {
      open: async () => {
        this.openings++;
        return { document: this.document, revision: this.revision, log: this.taken, conflicts: this.conflicts };
      },
      send: async (_, change, seen): Promise<Answer> => {
        this.sendings++;
        const trouble = this.trouble.shift();
        if (trouble && !trouble.lost) throw trouble.error;
        if (!this.taken.some(({ id }) => id === change.id)) {
          if (!laid(this.document, change.parts)) {
            if (change.byMachine) return { outcome: 'dropped', revision: this.revision, missed: this.after(seen) };
            const conflict = { ...change, window, at: '', theirs: [] } as unknown as Conflict;
            this.conflicts = [...this.conflicts.filter(({ id }) => id !== conflict.id), conflict];
            return { outcome: 'conflict', revision: this.revision, missed: this.after(seen), conflict };
          }
          this.take(change, window, true);
        }
        if (trouble) throw trouble.error;
        return { outcome: 'taken', revision: this.revision, missed: this.after(seen) };
      },
      missed: async (_, after) => ({ changes: this.after(after), conflicts: this.conflicts }),
      change: async (_, id) => {
        const change = this.taken.find((one) => one.id === id);
        if (!change) throw refusal(404);
        return { change, followers: this.taken.filter((one) => one.follows === id || (one.revision > change.revision && one.byMachine && meet(one.parts, change.parts))) };
      },
      theirs: async (_, conflict) => ({ conflicts: (this.conflicts = this.conflicts.filter(({ id }) => id !== conflict)) }),
      listen: (_, __, onEvent) => {
        this.listeners.set(window, onEvent);
        return () => void this.listeners.delete(window);
      },
    };
  }
}

let house: House;
let store: Map<string, unknown>;
let makeId: ReturnType<typeof seededIds>;
const sessions: Session[] = [];
const local: LocalPort = {
  get: async (key) => structuredClone(store.get(key)),
  set: async (key, value) => void store.set(key, structuredClone(value)),
  del: async (key) => void store.delete(key),
  keys: async () => [...store.keys()].reverse(),
};
const ports = (window: string, open: readonly string[] = [], more: Partial<ServerPort> = {}): Ports => ({
  server: { ...house.port(window), ...more },
  local,
  windows: { own: async () => window, open: async () => new Set(open) },
  retry: 2,
});
/** A window on the production, and what it was told last. */
async function opened(window = 'mine', open: readonly string[] = [], more: Partial<ServerPort> = {}) {
  const session = await Session.open(PRODUCTION, ports(window, open, more));
  sessions.push(session);
  const told: SessionState[] = [];
  session.start((state) => told.push(state));
  return {
    session,
    told,
    /** Makes an edit in this window. */
    edit(label: string, recipe: Recipe, values: Partial<Change> = {}): Change {
      const { change, document } = edit(session.document, label, makeId('change'), recipe, values);
      if (!change) throw new Error('It changed nothing.');
      session.take(change, document);
      return change;
    },
  };
}
/** An edit made elsewhere, on what the server has. */
const elsewhere = (recipe: Recipe, silent = false): Change => {
  const { change } = edit(house.document, 'Theirs', makeId('change'), recipe);
  house.take(change as Change, 'other', silent);
  return change as Change;
};
const until = (holds: () => boolean): Promise<void> => vi.waitFor(() => expect(holds()).toBe(true), { timeout: PATIENCE, interval: 1 });
const settled = (session: Session): Promise<void> => until(() => session.state.waiting === 0);
const titleOf = (document: Document): string => document.production.title;
const edits = (): string[] => [...store.keys()].filter((key) => key.startsWith('edit '));

beforeEach(() => {
  house = new House();
  store = new Map();
  makeId = seededIds(7);
});
afterEach(() => {
  for (const session of sessions.splice(0)) session.kill();
  vi.useRealTimers();
});

describe('an edit on its way', () => {
  it('lies in the browser until the server has it, and the window says so', async () => {
    const { session, told, edit: make } = await opened();
    expect(told.length).toBeGreaterThan(0);
    expect(session.state).toMatchObject({ waiting: 0, stuck: false, savedAt: undefined, conflicts: [], aside: [], windows: [] });
    const change = make('Rename', renameProduction('Ebb'));
    expect(titleOf(session.document)).toBe('Ebb');
    expect(session.state.waiting).toBe(1);
    await session.kept;
    expect(edits()).toHaveLength(1);
    expect(store.get(edits()[0] as string)).toMatchObject({ id: change.id, base: 1 });
    await settled(session);
    await session.kept;
    expect(edits()).toEqual([]);
    expect(titleOf(house.document)).toBe('Ebb');
    expect(session.revision).toBe(2);
    expect(session.state.savedAt).toBeGreaterThan(0);
    expect(session.state.log.map(({ label }) => label)).toEqual(['Rename']);
  });
  it('whose answer was lost is sent again, and is there once', async () => {
    house.trouble.push({ error: refusal(0, 'offline'), lost: true });
    const { session, edit: make } = await opened();
    make('Rename', renameProduction('Ebb'));
    await until(() => session.state.stuck);
    expect(session.state.trouble).toBeUndefined();
    await settled(session);
    expect(house.taken).toHaveLength(1);
    expect(session.document).toEqual(house.document);
    expect(session.state.stuck).toBe(false);
  });
  it('waits for its turn: edits arrive in the order in which they were made', async () => {
    const { session, edit: make } = await opened();
    for (const title of ['One', 'Two', 'Three']) make(title, renameProduction(title));
    expect(session.state.waiting).toBe(3);
    await settled(session);
    expect(house.taken.map(({ label }) => label)).toEqual(['One', 'Two', 'Three']);
  });
  it.each([0, 500, 503, 599, 408, 425, 429, 499])('is tried again after what may pass: %s', async (status) => {
    house.trouble.push({ error: refusal(status, 'busy', 'Too much at once.') });
    const { session, edit: make } = await opened();
    make('Rename', renameProduction('Ebb'));
    await until(() => session.state.stuck);
    expect(session.state.trouble).toBe('Too much at once.');
    await settled(session);
    expect(session.state).toMatchObject({ aside: [], stuck: false, trouble: undefined });
    expect(titleOf(house.document)).toBe('Ebb');
  });
  it.each([
    [404, 'no-production'],
    [403, 'foreign-page'],
  ])('is not given up where the production is what is refused: %s %s', async (status, code) => {
    house.trouble.push({ error: refusal(status, code) }, { error: refusal(status, code) });
    const { session, edit: make } = await opened();
    make('Rename', renameProduction('Ebb'));
    await settled(session);
    expect(session.state.aside).toEqual([]);
    expect(house.sendings).toBe(3);
  });
  it.each([400, 404, 409, 422])('that can never be taken (%s) is set aside with the reason, and the next goes on', async (status) => {
    house.trouble.push({ error: refusal(status) });
    const { session, edit: make } = await opened();
    make('Never', renameProduction('Never'));
    make('Scene', renameScene(scene, 'Quay'));
    await settled(session);
    await session.kept;
    expect(session.state.aside).toMatchObject([{ reason: 'This can never be. Make it again.', change: { label: 'Never' } }]);
    expect(titleOf(session.document)).toBe(titleOf(made.document));
    expect(house.document.scenes[scene]?.title).toBe('Quay');
    expect(session.state.log.map(({ label }) => label)).toEqual(['Scene']);
    const [aside] = session.state.aside;
    expect(store.get(aside?.key as string)).toMatchObject({ reason: 'This can never be. Make it again.' });
    expect(edits()).toEqual([]);
    session.discard(aside?.key as string);
    await session.kept;
    expect(session.state.aside).toEqual([]);
    expect(store.size).toBe(0);
  });
  it('on which the server fails again and again is set aside, one that failed a few times is not', async () => {
    const fails = { error: refusal(500, 'server-error', 'Something broke.') };
    house.trouble.push(fails, fails, fails, fails);
    const { session, edit: make } = await opened();
    make('Hard', renameProduction('Hard'));
    await settled(session);
    expect(session.state.aside).toEqual([]);
    // Failures of before are forgotten; what is between does not count as one.
    house.trouble.push(fails, fails, fails, fails, { error: refusal(0, 'offline') }, fails, fails, fails, fails);
    make('Harder', renameProduction('Harder'));
    await settled(session);
    expect(session.state.aside).toEqual([]);
    house.trouble.push(fails, fails, fails, fails, fails);
    make('Never', renameProduction('Never'));
    await settled(session);
    expect(session.state.aside).toMatchObject([{ reason: 'Something broke.', change: { label: 'Never' } }]);
    expect(titleOf(session.document)).toBe('Harder');
  });
  it('of the machine that can never be is let go without a word', async () => {
    house.trouble.push({ error: refusal(400) });
    const { session, edit: make } = await opened();
    make('Draft voice', renameProduction('Made'), { byMachine: true });
    await settled(session);
    expect(session.state).toMatchObject({ aside: [], log: [] });
    expect(titleOf(session.document)).toBe(titleOf(made.document));
  });
  it('is tried after a second, then less and less often, never less than every ten', async () => {
    vi.useFakeTimers();
    const error = refusal(0, 'offline');
    house.trouble.push(...Array.from({ length: 50 }, () => ({ error })));
    const session = await Session.open(PRODUCTION, { ...ports('mine'), retry: undefined as never });
    sessions.push(session);
    session.start(() => {});
    const { change, document } = edit(session.document, 'Rename', makeId('change'), renameProduction('Ebb'));
    session.take(change as Change, document);
    const at: number[] = [];
    let seen = 0;
    for (let ms = 0; ms < 60_000; ms += 10) {
      await vi.advanceTimersByTimeAsync(10);
      if (house.sendings > seen) at.push(ms);
      seen = house.sendings;
    }
    const pauses = at.slice(1).map((ms, n) => ms - (at[n] as number));
    expect(pauses.slice(0, 5).map((ms) => Math.round(ms / 100) / 10)).toEqual([1, 1.7, 2.9, 4.9, 8.4]);
    expect(pauses.at(-1)).toBe(10_000);
    // Asked to, it tries at once, and begins again with short pauses.
    session.retry();
    await vi.advanceTimersByTimeAsync(0);
    expect(house.sendings).toBe(seen + 1);
    await vi.advanceTimersByTimeAsync(1010);
    expect(house.sendings).toBe(seen + 2);
  });
});

describe('what others do', () => {
  it('comes in as it happens, under what is on its way here', async () => {
    house.trouble.push({ error: refusal(0, 'offline') });
    const { session, edit: make } = await opened();
    make('Rename', renameProduction('Mine'));
    elsewhere(renameScene(scene, 'Quay'));
    expect(session.document.scenes[scene]?.title).toBe('Quay');
    expect(titleOf(session.document)).toBe('Mine');
    await settled(session);
    expect(session.document).toEqual(house.document);
    expect(session.revision).toBe(house.revision);
  });
  it('is asked for where something between was missed, and its content comes with its revision', async () => {
    const { session } = await opened();
    elsewhere(renameProduction('Missed'), true);
    elsewhere(renameScene(scene, 'Quay'));
    await until(() => session.revision === 3);
    expect(session.document).toEqual(house.document);
  });
  it('is asked for as a whole where too much was missed', async () => {
    const { session, edit: make } = await opened();
    house.most = 2;
    for (const title of ['One', 'Two', 'Three']) elsewhere(renameProduction(title), true);
    make('Scene', renameScene(scene, 'Quay'));
    await settled(session);
    expect(house.openings).toBe(2);
    expect(titleOf(session.document)).toBe('Three');
    expect(session.document).toEqual(house.document);
    expect(session.state.log.map(({ label }) => label)).toEqual(['Scene']);
  });
  it('is fetched when the line is open again, and what waits is sent at once', async () => {
    vi.useFakeTimers();
    house.trouble.push({ error: refusal(0, 'offline') });
    const session = await Session.open(PRODUCTION, { ...ports('mine'), retry: 9000 });
    sessions.push(session);
    session.start(() => {});
    const { change, document } = edit(session.document, 'Rename', makeId('change'), renameProduction('Ebb'));
    session.take(change as Change, document);
    await vi.advanceTimersByTimeAsync(0);
    expect(session.state.stuck).toBe(true);
    elsewhere(renameScene(scene, 'Quay'), true);
    house.listeners.get('mine')?.({ kind: 'line', open: false });
    await vi.advanceTimersByTimeAsync(10);
    expect(house.sendings).toBe(1);
    house.listeners.get('mine')?.({ kind: 'line', open: true });
    await vi.advanceTimersByTimeAsync(10);
    expect(session.state).toMatchObject({ waiting: 0, stuck: false });
    expect(session.document).toEqual(house.document);
  });
  it('is told: choices that are open, other windows, and a whole that must be fetched', async () => {
    const { session } = await opened();
    const say = (event: LiveEvent): void => house.listeners.get('mine')?.(event);
    const conflict = { id: 'cg_000000000001', window: 'other', parts: [] } as unknown as Conflict;
    say({ kind: 'conflicts', conflicts: [conflict] });
    say({ kind: 'windows', windows: [{ window: 'mine' }, { window: 'other' }] as never });
    expect(session.state.conflicts).toEqual([conflict]);
    expect(session.state.windows).toEqual([{ window: 'other' }]);
    elsewhere(renameProduction('Whole'), true);
    say({ kind: 'reload' });
    await until(() => titleOf(session.document) === 'Whole');
    // One that is no newer changes nothing.
    const before = session.document;
    say({ kind: 'reload' });
    await until(() => house.openings === 3);
    expect(session.document).toBe(before);
  });
  it('to a line is known, with its time; what one does oneself is not', async () => {
    const { session, edit: make } = await opened();
    make('Gap', setGap(scene, line, 9000));
    await settled(session);
    expect(session.changedElsewhere(line)).toBeUndefined();
    const before = Date.now();
    elsewhere(setGap(scene, line, 7000));
    expect(session.changedElsewhere(line)).toBeGreaterThanOrEqual(before);
    expect(session.changedElsewhere('ln_000000000000')).toBeUndefined();
  });
});

describe('two at the same place', () => {
  it('make a choice that stands until it is decided: mine', async () => {
    const { session, edit: make } = await opened();
    elsewhere(renameProduction('Theirs'), true);
    const mine = make('Rename', renameProduction('Mine'));
    await settled(session);
    expect(titleOf(session.document)).toBe('Theirs');
    expect(session.state.conflicts.map(({ id }) => id)).toEqual([mine.id]);
    expect(session.state.log).toEqual([]);
    expect(session.isApart('production/title')).toBe(true);
    expect(session.isApart('production')).toBe(true);
    expect(session.isApart('production/frame')).toBe(false);
    expect(session.isApart(`scenes/${scene}`)).toBe(false);
    make('Keep mine', renameProduction('Mine'), { settles: mine.id });
    await settled(session);
    expect(titleOf(house.document)).toBe('Mine');
    expect(session.state.conflicts).toEqual([]);
    expect(session.isApart('production/title')).toBe(false);
  });
  it('or theirs', async () => {
    const { session, edit: make } = await opened();
    elsewhere(renameProduction('Theirs'), true);
    const mine = make('Rename', renameProduction('Mine'));
    await settled(session);
    await session.keepTheirs(mine.id);
    expect(session.state.conflicts).toEqual([]);
    expect(titleOf(session.document)).toBe('Theirs');
  });
  it('are one choice however often the same is said, and none where the machine lost', async () => {
    const { session, edit: make } = await opened();
    elsewhere(renameProduction('Theirs'), true);
    make('Draft', renameProduction('Made'), { byMachine: true });
    await settled(session);
    expect(session.state).toMatchObject({ conflicts: [], log: [], aside: [] });
    elsewhere(renameProduction('Again'), true);
    house.conflicts = [];
    const mine = make('Rename', renameProduction('Mine'));
    house.listeners.get('mine')?.({ kind: 'conflicts', conflicts: [{ ...mine, window: 'mine', at: '', theirs: [] } as unknown as Conflict] });
    await settled(session);
    expect(session.state.conflicts).toHaveLength(1);
  });
});

describe('taking back', () => {
  it('goes by what is known here, or is asked of the server', async () => {
    const { session, edit: make } = await opened();
    const change = make('Rename', renameProduction('Ebb'));
    const here = await session.takenBack(change.id);
    expect(here?.label).toBe('Rename');
    expect(titleOf(here?.next as Document)).toBe(titleOf(made.document));
    await settled(session);
    session.close();
    const again = await opened('mine');
    const asked = await again.session.takenBack(change.id);
    expect(titleOf(asked?.next as Document)).toBe(titleOf(made.document));
  });
  it('takes along what the machine made after it, newest first, and leaves what others changed of that', async () => {
    const { session, edit: make } = await opened();
    const change = make('Rename', renameProduction('Ebb'));
    make('Draft', renameScene(scene, 'Drafted'), { follows: change.id, byMachine: true });
    const gap = make('Draft', setGap(scene, line, 9000), { follows: change.id, byMachine: true });
    await settled(session);
    const all = await session.takenBack(change.id);
    expect(all?.next).toEqual(made.document);
    expect(applyPatches(session.document, all?.parts ?? [], 'forward')).toEqual(made.document);
    elsewhere(renameScene(scene, 'By hand'));
    const some = await session.takenBack(change.id);
    expect(some?.next.scenes[scene]?.title).toBe('By hand');
    expect(some?.next.production.title).toBe(titleOf(made.document));
    expect(gap.follows).toBe(change.id);
  });
  it('takes along what the machine made upon it after another step was taken back, here or in another window', async () => {
    for (const made of ['here', 'there'] as const) {
      house = new House();
      store = new Map();
      const { session, edit: make } = await opened(made);
      const before = session.document;
      const change = make('Scene', renameScene(scene, 'Quay'));
      const later = make('Rename', renameProduction('Ebb'));
      await settled(session);
      const back = await session.takenBack(later.id);
      const undoing: Change = { id: makeId('change'), label: 'Rename', undoes: later.id, parts: back?.parts ?? [] };
      session.take(undoing, back?.next);
      await settled(session);
      // A draft that was on its way all the time comes now: it belongs to the last thing that was done.
      if (made === 'here') make('Draft', renameScene(scene, 'Drafted'), { follows: undoing.id, byMachine: true });
      else house.take({ ...(edit(house.document, 'Draft', makeId('change'), renameScene(scene, 'Drafted'), { follows: undoing.id, byMachine: true }).change as Change) }, 'other');
      await settled(session);
      expect(session.document.scenes[scene]?.title).toBe('Drafted');
      expect(session.stacks().undo).toEqual([change.id]);
      expect((await session.takenBack(change.id))?.next).toEqual(before);
      session.close();
      const again = await opened(made);
      expect((await again.session.takenBack(change.id))?.next).toEqual(before);
    }
  });
  it('leaves what the machine made elsewhere in the production', async () => {
    const { session, edit: make } = await opened();
    const change = make('Rename', renameProduction('Ebb'));
    make('Draft', renameScene(scene, 'Drafted'), { follows: makeId('change'), byMachine: true });
    expect((await session.takenBack(change.id))?.next.scenes[scene]?.title).toBe('Drafted');
  });
  it('passes over a step that was changed again elsewhere, from then on', async () => {
    const { session, told, edit: make } = await opened();
    const first = make('Scene', renameScene(scene, 'Quay'));
    const second = make('Rename', renameProduction('Ebb'));
    await settled(session);
    expect(session.stacks().undo).toEqual([first.id, second.id]);
    elsewhere(renameProduction('Theirs'));
    const before = told.length;
    expect(await session.takenBack(second.id)).toBeUndefined();
    expect(told.length).toBeGreaterThan(before);
    expect(session.stacks().undo).toEqual([first.id]);
  });
  it('passes over one on which somebody built by hand', async () => {
    const { session, edit: make } = await opened();
    const change = make('Rename', renameProduction('Ebb'));
    make('By hand', renameScene(scene, 'Quay'), { follows: change.id });
    await settled(session);
    elsewhere(renameScene(scene, 'Theirs'));
    expect(await session.takenBack(change.id)).toBeUndefined();
    expect(session.stacks().undo).toEqual([]);
  });
});

describe('a production opened again', () => {
  it('has what this window and closed ones had not sent, oldest first, and leaves open windows theirs', async () => {
    const stored = (recipe: Recipe, label: string, on: Document): { change: Change; document: Document } => {
      const { change, document } = edit(on, label, makeId('change'), recipe);
      return { change: change as Change, document };
    };
    const one = stored(renameProduction('One'), 'One', made.document);
    const two = stored(renameProduction('Two'), 'Two', one.document);
    const open = stored(renameScene(scene, 'Open'), 'Open', made.document);
    store.set(`edit ${PRODUCTION} 000000000000002 000001 mine`, two.change);
    store.set(`edit ${PRODUCTION} 000000000000001 000009 closed`, one.change);
    store.set(`edit ${PRODUCTION} 000000000000001 000000 busy`, open.change);
    store.set('edit pr_000000000000 000000000000001 000000 mine', open.change);
    store.set(`aside ${PRODUCTION} cg_x`, { change: open.change, reason: 'No.' });
    store.set('aside pr_000000000000 cg_x', { change: open.change, reason: 'Not mine.' });
    const { session } = await opened('mine', ['mine', 'busy']);
    expect(titleOf(session.document)).toBe('Two');
    expect(session.state.aside).toEqual([{ key: `aside ${PRODUCTION} cg_x`, change: open.change, reason: 'No.' }]);
    await settled(session);
    await session.kept;
    expect(house.taken.map(({ label }) => label)).toEqual(['One', 'Two']);
    expect(session.state.log.map(({ label }) => label)).toEqual(['One', 'Two']);
    expect(edits().map((key) => key.split(' ').at(-1))).toEqual(expect.arrayContaining(['busy', 'mine']));
    expect(edits()).toHaveLength(2);
  });
  it('has an edit that the server took before the page went only once', async () => {
    const first = await opened();
    const change = first.edit('Rename', renameProduction('Ebb'));
    await first.session.kept;
    const [key] = edits() as [string];
    await settled(first.session);
    first.session.kill();
    store.set(key, change);
    const { session } = await opened();
    await settled(session);
    await session.kept;
    expect(house.taken).toHaveLength(1);
    expect(session.state.log).toHaveLength(1);
    expect(edits()).toEqual([]);
  });
  it('undoes by its own steps and those of closed windows alone', async () => {
    const first = await opened('mine');
    first.edit('Mine', renameProduction('Mine'));
    await settled(first.session);
    elsewhere(renameScene(scene, 'Quay'));
    const { session } = await opened('mine', ['other']);
    expect(session.state.log.map(({ label }) => label)).toEqual(['Mine']);
    const { session: both } = await opened('mine', []);
    expect(both.state.log.map(({ label }) => label)).toEqual(['Mine', 'Theirs']);
  });
  it('says nothing more once it is closed, and still sends what is on its way', async () => {
    const { session, told, edit: make } = await opened();
    make('Rename', renameProduction('Ebb'));
    session.close();
    const before = told.length;
    await settled(session);
    expect(titleOf(house.document)).toBe('Ebb');
    expect(told).toHaveLength(before);
    expect(house.listeners.size).toBe(0);
  });
  it('sends even where the browser’s store refuses', async () => {
    const session = await Session.open(PRODUCTION, { ...ports('mine'), local: { ...local, set: async () => Promise.reject(new Error('full')) } });
    sessions.push(session);
    session.start(() => {});
    const { change, document } = edit(session.document, 'Rename', makeId('change'), renameProduction('Ebb'));
    session.take(change as Change, document);
    await settled(session);
    expect(titleOf(house.document)).toBe('Ebb');
  });
});
