import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { dice } from '#core/draw/hash';
import { edit, type Recipe } from '#core/edit/change';
import { changeLayer } from '#core/edit/commands/layers';
import { deleteLines, insertLine, setGap, setLineText } from '#core/edit/commands/lines';
import { renameProduction, renameScene } from '#core/edit/commands/stage';
import { keepMine } from '#core/edit/conflict';
import { same } from '#core/edit/fit';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { Session } from '../web/state/session.ts';
import type { LiveEvent, LocalPort, Ports } from '../web/state/sessionPorts.ts';
import { applyChange, changesAfter, changeWithFollowers, decided } from './changes.ts';
import { Live } from './live.ts';
import { createNamed, loadProduction, makeId, openConflicts, openedText } from './productions.ts';
import { freshDatabase } from './testing/database.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(() => base.end());

const pause = (milliseconds: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, milliseconds));
const away = (): Error => Object.assign(new Error('no answer'), { status: 0, code: 'offline' });

/** A browser: its store outlives its windows, and it knows which of them are open. */
class Browser {
  readonly store = new Map<string, unknown>();
  readonly windows = new Set<string>();
  readonly name: string;
  constructor(name: string) {
    this.name = name;
  }
  readonly local: LocalPort = {
    get: async (key) => structuredClone(this.store.get(key)),
    set: async (key, value) => void this.store.set(key, structuredClone(value)),
    del: async (key) => void this.store.delete(key),
    keys: async () => [...this.store.keys()],
  };
}

/** The real server side in this process, which can be away, lose answers, and come back without what it only remembered. */
class House {
  live = new Live();
  up = true;
  /** Shares of requests that never arrive, and of answers that get lost. */
  lossy = 0;
  readonly chance: ReturnType<typeof dice>;
  private readonly lines = new Set<{ end(): void; tell(open: boolean): void }>();
  constructor(seed: number) {
    this.chance = dice(seed);
  }
  private async through<T>(work: () => Promise<T>): Promise<T> {
    if (!this.up || this.chance.next() < this.lossy) throw away();
    const answer = await work();
    if (!this.up || this.chance.next() < this.lossy) throw away();
    return structuredClone(answer);
  }
  restart(): void {
    this.live = new Live();
    for (const line of this.lines) line.tell(false);
  }
  back(): void {
    this.up = true;
    for (const line of this.lines) line.tell(true);
  }
  ports(browser: Browser, window: string): Ports {
    const db = base.db;
    return {
      local: browser.local,
      windows: { own: async () => window, open: async () => browser.windows },
      retry: 5,
      server: {
        open: (id) => this.through(() => openedText(db, id, browser.name).then((text) => JSON.parse(text))),
        send: (id, change, seen) =>
          this.through(async () => {
            const wire = JSON.parse(JSON.stringify(change)) as typeof change;
            const answer = await applyChange(db, id, { client: browser.name, window, seen }, wire);
            if (answer.outcome === 'taken') for (const taken of (await changesAfter(db, id, answer.revision - 1)) ?? []) this.live.tell(id, { kind: 'change', change: taken });
            if (answer.outcome === 'conflict') this.live.tell(id, { kind: 'conflicts', conflicts: await openConflicts(db, id) });
            return answer;
          }),
        missed: (id, after) => this.through(async () => ({ changes: await changesAfter(db, id, after), conflicts: await openConflicts(db, id) })),
        change: (id, change) => this.through(() => changeWithFollowers(db, id, change)),
        theirs: (id, conflict) =>
          this.through(async () => {
            await decided(db, id, conflict, 'theirs');
            return { conflicts: await openConflicts(db, id) };
          }),
        listen: (id, _after, onEvent) => {
          let leave = (): void => {};
          const hear = (event: LiveEvent): void => void setTimeout(() => onEvent(structuredClone(event)), this.chance.next() * 4);
          const line = {
            end: () => leave(),
            tell: (open: boolean) => {
              leave();
              leave = open ? this.live.join(id, window, browser.name, hear) : () => {};
              onEvent({ kind: 'line', open });
            },
          };
          this.lines.add(line);
          leave = this.live.join(id, window, browser.name, hear);
          return () => {
            this.lines.delete(line);
            leave();
          };
        },
      },
    };
  }
}

let seeds = 5000;
async function production(): Promise<{ id: string; scene: string }> {
  const { document, scene } = sampleDocument(undefined, seeds++);
  await createNamed(base.db, document, 'test');
  return { id: document.production.id, scene };
}

/** What somebody at a window may do next. */
function anyRecipe(document: Document, chance: ReturnType<typeof dice>, stamp: string): Recipe {
  const scenes = Object.keys(document.scenes);
  const scene = scenes[Math.floor(chance.next() * scenes.length)] as string;
  const lines = inOrder(document.scenes[scene]?.lines ?? {}).map(([id]) => id);
  const line = lines[Math.floor(chance.next() * lines.length)];
  const layers = Object.keys(document.scenes[scene]?.layers ?? {});
  const role = Object.keys(document.production.roles)[Math.floor(chance.next() * 2)] as string;
  const n = chance.next();
  if (n < 0.1) return renameProduction(`Title ${stamp}`);
  if (n < 0.15) return renameScene(scene, `Scene ${stamp}`);
  if (n < 0.4 || !line) return insertLine(scene, makeId('line'), role, `New words ${stamp} 🌊.`, line ?? null, makeId);
  if (n < 0.65) return setLineText(scene, line, `Words ${stamp}, said anew.`, makeId);
  if (n < 0.75) return setGap(scene, line, Math.round(chance.next() * 48_000));
  if (n < 0.85 && lines.length > 3) return deleteLines(scene, [line]);
  return changeLayer(scene, layers[Math.floor(chance.next() * layers.length)] as string, { x: Math.round(chance.next() * 900 - 450) });
}

/** A window in which somebody works; it can be reloaded, and killed without warning. */
class Desk {
  session: Session | undefined;
  /** What was done: every change with its label's stamp. */
  readonly done: string[] = [];
  readonly undone = new Set<string>();
  constructor(
    readonly house: House,
    readonly browser: Browser,
    readonly production: string,
    public window: string,
  ) {}
  async open(): Promise<void> {
    this.browser.windows.add(this.window);
    for (;;)
      try {
        this.session = await Session.open(this.production, this.house.ports(this.browser, this.window));
        return this.session.start(() => {});
      } catch {
        await pause(5);
      }
  }
  /** The page is gone, its store stays. */
  async reload(): Promise<void> {
    await this.session?.kept;
    this.session?.kill();
    await this.open();
  }
  work(chance: ReturnType<typeof dice>, stamp: string): void {
    const { session } = this;
    if (!session) return;
    try {
      const id = makeId('change');
      const { change, document } = edit(session.document, `Edit ${stamp}`, id, anyRecipe(session.document, chance, stamp));
      if (!change) return;
      session.take(change, document);
      this.done.push(id);
    } catch {
      // What cannot be made is no edit.
    }
  }
  async undo(): Promise<void> {
    const { session } = this;
    const target = session?.stacks().undo.at(-1);
    if (!session || !target) return;
    const back = await session.takenBack(target).catch(() => undefined);
    if (!back || session !== this.session) return;
    const id = makeId('change');
    session.take({ id, label: back.label, undoes: target, parts: back.parts }, back.next);
    this.done.push(id);
  }
}

const settled = async (desks: readonly Desk[]): Promise<void> => {
  // As long as anything goes on: never a matter of the machine's speed.
  for (let n = 0, before = ''; n < 2000; n++) {
    const now = desks.map(({ session }) => `${session?.state.waiting} ${session?.revision}`).join();
    if (now !== before) n = 0;
    before = now;
    const revision = Math.max(...desks.map(({ session }) => session?.revision ?? 0));
    if (desks.every(({ session }) => session && session.state.waiting === 0 && session.revision === revision)) return;
    for (const { session } of desks) session?.retry();
    await pause(5);
  }
  throw new Error(`Windows did not come to rest: ${desks.map(({ session }) => `${session?.state.waiting} waiting at ${session?.revision}`).join('; ')}`);
};

/** Every edit is in the log, or stands in a conflict, or was set aside with a reason. */
async function everyEditIsThere(desks: readonly Desk[], id: string): Promise<{ conflicts: number; aside: number }> {
  const taken = new Set((await base.db('changes').where({ production_id: id }).select('id')).map((row) => row.id as string));
  const kept = new Set((await base.db('conflicts').where({ production_id: id }).select('changes')).flatMap((row) => row.changes as string[]));
  let aside = 0;
  for (const desk of desks)
    for (const change of desk.done) {
      if (taken.has(change) || kept.has(change)) continue;
      expect(desk.session?.state.aside.map((one) => one.change.id)).toContain(change);
      aside++;
    }
  return { conflicts: kept.size, aside };
}

describe('windows of two people and two tabs of one browser', () => {
  it('end equal to the database after any edits, undo, reloads, lost answers, times without a server and a restart of it', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 2 ** 30 }), async (seed) => {
        const chance = dice(seed);
        const house = new House(seed);
        const { id } = await production();
        const [one, two] = [new Browser('marit'), new Browser('tully')];
        const desks = [new Desk(house, one, id, 'm1'), new Desk(house, one, id, 'm2'), new Desk(house, two, id, 't1')];
        for (const desk of desks) await desk.open();
        house.lossy = 0.08;
        const steps = Number(process.env.KIPZO_SYNC_STEPS ?? 40);
        await Promise.all(
          desks.map(async (desk, d) => {
            const own = dice(seed + d * 7919);
            for (let step = 0; step < steps; step++) {
              const n = own.next();
              if (n < 0.78) desk.work(own, `${d}.${step}`);
              else if (n < 0.88) await desk.undo();
              else if (n < 0.93) await desk.reload();
              if (own.next() < 0.5) await pause(own.next() * 6);
            }
          }),
          // The server is away for a while, and comes back remembering only what it stored.
        );
        house.up = false;
        for (let step = 0; step < 6; step++) for (const [d, desk] of desks.entries()) desk.work(chance, `away ${d}.${step}`);
        house.restart();
        await desks[0]?.session?.kept;
        house.lossy = 0;
        house.back();
        await settled(desks);
        const { document } = await loadProduction(base.db, id);
        for (const { session } of desks) expect(same(session?.document, document)).toBe(true);
        const counted = await everyEditIsThere(desks, id);
        if (process.env.KIPZO_SYNC_STEPS)
          console.log(
            desks.reduce((sum, { done }) => sum + done.length, 0),
            'edits',
            counted,
          );
        for (const desk of desks) desk.session?.kill();
      }),
      { numRuns: Number(process.env.KIPZO_SYNC_RUNS ?? 6) },
    );
  });

  it('that were closed while the server was away send their edits later, all of them, from whichever window is opened next', async () => {
    const house = new House(1);
    const { id, scene } = await production();
    const browser = new Browser('marit');
    const desks = [new Desk(house, browser, id, 'w1'), new Desk(house, browser, id, 'w2')];
    for (const desk of desks) await desk.open();
    house.up = false;
    const titles = ['From the first', 'From the second'];
    for (const [n, desk] of desks.entries()) {
      const session = desk.session as Session;
      const { change, document } = edit(session.document, 'Edit', makeId('change'), n ? renameScene(scene, titles[1] as string) : renameProduction(titles[0] as string));
      session.take(change as never, document);
      await session.kept;
      session.kill();
      browser.windows.delete(desk.window);
    }
    house.back();
    const third = new Desk(house, browser, id, 'w3');
    await third.open();
    await settled([third]);
    const { document } = await loadProduction(base.db, id);
    expect([document.production.title, document.scenes[scene]?.title]).toEqual(titles);
    expect(third.session?.stacks().undo).toHaveLength(2);
    expect([...browser.store.keys()]).toEqual([]);
  });

  it('leave each other’s undo alone as long as both are open', async () => {
    const house = new House(2);
    const { id, scene } = await production();
    const browser = new Browser('marit');
    const [a, b] = [new Desk(house, browser, id, 'w1'), new Desk(house, browser, id, 'w2')];
    for (const desk of [a, b]) await desk.open();
    const rename = edit((a.session as Session).document, 'Rename', makeId('change'), renameProduction('Ebb'));
    a.session?.take(rename.change as never, rename.document);
    await settled([a, b]);
    expect(b.session?.document.production.title).toBe('Ebb');
    expect(b.session?.stacks().undo).toEqual([]);
    const back = edit((b.session as Session).document, 'Scene', makeId('change'), renameScene(scene, 'Quay'));
    b.session?.take(back.change as never, back.document);
    await settled([a, b]);
    await b.reload();
    expect(b.session?.stacks().undo).toEqual([back.change?.id]);
    await a.reload();
    expect(a.session?.stacks().undo).toEqual([rename.change?.id]);
    for (const desk of [a, b]) desk.session?.kill();
  });
});

describe('a conflict', () => {
  it('shows in every window, and mine comes back with one decision', async () => {
    const house = new House(3);
    const { id, scene } = await production();
    const [a, b] = [new Desk(house, new Browser('marit'), id, 'w1'), new Desk(house, new Browser('tully'), id, 'w2')];
    for (const desk of [a, b]) await desk.open();
    const [line] = inOrder((a.session as Session).document.scenes[scene]?.lines ?? {})[0] as [string, unknown];
    house.up = false;
    for (const [desk, text] of [
      [a, 'Marit wrote this.'],
      [b, 'Tully wrote that.'],
    ] as const) {
      const { change, document } = edit((desk.session as Session).document, 'Words', makeId('change'), setLineText(scene, line, text, makeId));
      desk.session?.take(change as never, document);
    }
    house.back();
    await settled([a, b]);
    await pause(20);
    const [first, second] = [a, b].map((desk) => desk.session?.document.scenes[scene]?.lines[line]?.text);
    expect(first).toBe(second);
    for (const desk of [a, b]) expect(desk.session?.state.conflicts).toHaveLength(1);
    const conflict = a.session?.state.conflicts[0] as NonNullable<ReturnType<Session['state']['conflicts']['at']>>;
    const loser = conflict.window === 'w1' ? a : b;
    const { change, document } = edit((loser.session as Session).document, 'Keep mine', makeId('change'), keepMine(conflict, makeId)[0] as Recipe, { settles: conflict.id });
    loser.session?.take(change as never, document);
    await settled([a, b]);
    expect(a.session?.document.scenes[scene]?.lines[line]?.text).toBe(conflict.window === 'w1' ? 'Marit wrote this.' : 'Tully wrote that.');
    expect(await openConflicts(base.db, id)).toEqual([]);
    for (const desk of [a, b]) desk.session?.kill();
  });

  it('of a step that another window changed again is no dead end for Undo: the step before is next', async () => {
    const house = new House(4);
    const { id, scene } = await production();
    const [a, b] = [new Desk(house, new Browser('marit'), id, 'w1'), new Desk(house, new Browser('tully'), id, 'w2')];
    for (const desk of [a, b]) await desk.open();
    const take = (desk: Desk, recipe: Recipe): void => {
      const { change, document } = edit((desk.session as Session).document, 'Edit', makeId('change'), recipe);
      desk.session?.take(change as never, document);
    };
    take(a, renameScene(scene, 'Quay'));
    take(a, renameProduction('Mine'));
    await settled([a, b]);
    take(b, renameProduction('Theirs'));
    await settled([a, b]);
    await a.undo();
    expect(a.session?.document.production.title).toBe('Theirs');
    await a.undo();
    await settled([a, b]);
    expect(b.session?.document.scenes[scene]?.title).not.toBe('Quay');
    for (const desk of [a, b]) desk.session?.kill();
  });
});

describe('an edit that can never be taken', () => {
  it('is set aside with the reason and shown, and what follows it is saved', async () => {
    const house = new House(5);
    const { id, scene } = await production();
    const browser = new Browser('marit');
    const desk = new Desk(house, browser, id, 'w1');
    await desk.open();
    const session = desk.session as Session;
    // As an older page may have left it in the store: a text that no database takes.
    const poisoned = edit(session.document, 'Poisoned', makeId('change'), renameProduction('x')).change as NonNullable<ReturnType<typeof edit>['change']>;
    const [part] = poisoned.parts;
    session.take({ ...poisoned, parts: [{ ...(part as (typeof poisoned.parts)[number]), forward: [{ op: 'replace', path: '/title', value: 'half \ud83c' }] }] }, undefined);
    const good = edit(session.document, 'Good', makeId('change'), renameScene(scene, 'Quay'));
    session.take(good.change as never, good.document);
    await settled([desk]);
    expect((await loadProduction(base.db, id)).document.scenes[scene]?.title).toBe('Quay');
    expect(session.state.aside.map((one) => one.change.label)).toEqual(['Poisoned']);
    expect(session.state.aside[0]?.reason).toMatch(/\. /);
    await desk.reload();
    expect(desk.session?.state.aside).toHaveLength(1);
    desk.session?.discard(desk.session.state.aside[0]?.key as string);
    await desk.reload();
    expect(desk.session?.state.aside).toEqual([]);
    desk.session?.kill();
  });
});
