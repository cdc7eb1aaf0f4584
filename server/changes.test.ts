import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { type Change, edit, inverted, type Recipe } from '#core/edit/change';
import { deleteLines, insertLine, setGap, setLineText } from '#core/edit/commands/lines';
import { renameProduction, renameScene, setProduction } from '#core/edit/commands/stage';
import { same } from '#core/edit/fit';
import { type Chance, composing } from '#core/testing/composing';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { applyChange, changesAfter, changeWithFollowers, decided, type Sender } from './changes.ts';
import { createNamed, createProduction, loadProduction, makeId, openConflicts, openedText, restoreProduction } from './productions.ts';
import { documentSummary, listProductions } from './summary.ts';
import { freshDatabase } from './testing/database.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(() => base.end());

let seed = 2000;
async function made(): Promise<{ id: string; scene: string; lines: string[]; document: Document }> {
  const { document, scene } = sampleDocument(undefined, seed++);
  await createNamed(base.db, document, 'test');
  const stored = (await loadProduction(base.db, document.production.id)).document;
  return { id: document.production.id, scene, lines: inOrder(stored.scenes[scene]?.lines ?? {}).map(([id]) => id), document: stored };
}
const sender = (window: string, seen?: number): Sender => ({ client: 'browser', window, seen });
const changeOf = (document: Document, recipe: Recipe, more: Partial<Change> = {}): Change => {
  const { change } = edit(document, 'An edit', makeId('change'), recipe, more);
  if (!change) throw new Error('The edit changed nothing.');
  return change;
};
/** Sent by a window whose page holds what it says it has seen, made on that. */
const send = (id: string, who: Sender, change: Change) => applyChange(base.db, id, who, { ...change, ...(who.seen === undefined ? {} : { base: who.seen }) });
const storedText = async (id: string, scene: string, line: string): Promise<string | undefined> => (await loadProduction(base.db, id)).document.scenes[scene]?.lines[line]?.text;

describe('an acknowledgement', () => {
  it('brings what the window has not seen, in order, its own change last', async () => {
    const { id, scene, lines, document } = await made();
    await send(id, sender('a', 1), changeOf(document, renameScene(scene, 'At the wall')));
    await send(id, sender('a', 2), changeOf(document, setGap(scene, lines[1] as string, 9600)));
    const mine = changeOf(document, renameProduction('Ebb'));
    const answer = await send(id, sender('b', 1), mine);
    expect(answer.missed?.map(({ revision, window }) => [revision, window])).toEqual([
      [2, 'a'],
      [3, 'a'],
      [4, 'b'],
    ]);
    expect(answer.missed?.at(-1)?.parts).toEqual(mine.parts);
    expect(await changesAfter(base.db, id, 3)).toHaveLength(1);
  });
  it('is the same again where the first one was lost on its way', async () => {
    const { id, document } = await made();
    const change = changeOf(document, renameProduction('Ebb'));
    const first = await send(id, sender('a', 1), change);
    expect(await send(id, sender('a', 1), change)).toEqual(first);
  });
  it('is none for a change of another production', async () => {
    const [one, two] = [await made(), await made()];
    const change = changeOf(one.document, renameProduction('Ebb'));
    await send(one.id, sender('a', 1), change);
    await expect(send(two.id, sender('a', 1), { ...changeOf(two.document, renameProduction('Flow')), id: change.id })).rejects.toMatchObject({ status: 409 });
  });
});

describe('two windows at the same line', () => {
  it('lose neither text: the first is stored, the second is kept whole and shown to everybody', async () => {
    const { id, scene, lines, document } = await made();
    const [line] = lines as [string];
    await send(id, sender('a', 1), changeOf(document, setLineText(scene, line, 'First.', makeId)));
    const mine = changeOf(document, setLineText(scene, line, 'Second.', makeId));
    const answer = await send(id, sender('b', 1), mine);
    expect(answer.outcome).toBe('conflict');
    expect(await storedText(id, scene, line)).toBe('First.');
    const [conflict] = await openConflicts(base.db, id);
    expect(conflict).toMatchObject({ id: mine.id, window: 'b', parts: mine.parts });
    expect(conflict?.theirs).toHaveLength(1);
    expect((JSON.parse(await openedText(base.db, id, 'browser')) as { conflicts: unknown[] }).conflicts).toHaveLength(1);
    expect((await send(id, sender('b', 1), mine)).outcome).toBe('conflict');
    expect(await openConflicts(base.db, id)).toHaveLength(1);
  });
  it('stay one choice however long the second one writes on', async () => {
    const { id, scene, lines, document } = await made();
    const [line] = lines as [string];
    await send(id, sender('a', 1), changeOf(document, setLineText(scene, line, 'First.', makeId)));
    let own = document;
    for (const text of ['Sec', 'Second', 'Second thoughts.']) {
      const { change, document: next } = edit(own, 'Words', makeId('change'), setLineText(scene, line, text, makeId));
      own = next;
      expect((await send(id, sender('b', 1), change as Change)).outcome).toBe('conflict');
    }
    const conflicts = await openConflicts(base.db, id);
    expect(conflicts).toHaveLength(1);
    expect(JSON.stringify(conflicts[0]?.parts)).toContain('Second thoughts.');
  });
  it('are decided once: by a change that settles it, or by leaving what is stored', async () => {
    const { id, document } = await made();
    await send(id, sender('a', 1), changeOf(document, renameProduction('First')));
    const mine = changeOf(document, renameProduction('Second'));
    await send(id, sender('b', 1), mine);
    const now = (await loadProduction(base.db, id)).document;
    await send(id, sender('b', 2), changeOf(now, renameProduction('Second'), { settles: mine.id }));
    expect(await openConflicts(base.db, id)).toEqual([]);
    expect((await loadProduction(base.db, id)).document.production.title).toBe('Second');
    await decided(base.db, id, mine.id, 'theirs');
    await expect(decided(base.db, id, 'cg_000000000000', 'theirs')).rejects.toMatchObject({ status: 404 });
  });
  it('cannot be fooled by many edits elsewhere between: what was seen decides, not how much happened', async () => {
    const { id, scene, document } = await made();
    let own = document;
    await send(id, sender('a', 1), changeOf(document, renameScene(scene, 'Theirs')));
    own = (await loadProduction(base.db, id)).document;
    for (let n = 0; n < 60; n++) {
      const { change, document: next } = edit(own, 'Title', makeId('change'), renameProduction(`Title ${n}`));
      own = next;
      await send(id, sender('a', 2 + n), change as Change);
    }
    expect((await send(id, sender('b', 1), changeOf(document, renameScene(scene, 'Mine')))).outcome).toBe('conflict');
    expect((await loadProduction(base.db, id)).document.scenes[scene]?.title).toBe('Theirs');
  });
  it('cannot overwrite each other by undo either', async () => {
    const { id, document } = await made();
    const first = changeOf(document, renameProduction('Mine'));
    await send(id, sender('a', 1), first);
    const now = (await loadProduction(base.db, id)).document;
    await send(id, sender('b', 2), changeOf(now, renameProduction('Theirs')));
    const back = { ...inverted(first, makeId('change')), undoes: first.id };
    expect((await send(id, sender('a', 2), back)).outcome).toBe('conflict');
    expect((await loadProduction(base.db, id)).document.production.title).toBe('Theirs');
  });
  it('drop what the machine can make again', async () => {
    const { id, document } = await made();
    await send(id, sender('a', 1), changeOf(document, renameProduction('Theirs')));
    const answer = await send(id, sender('b', 1), changeOf(document, renameProduction('A draft'), { byMachine: true }));
    expect(answer.outcome).toBe('dropped');
    expect(await openConflicts(base.db, id)).toEqual([]);
  });
  it('make a conflict of what no longer holds together, though no place was changed twice', async () => {
    const { id, scene, lines, document } = await made();
    const [first, second] = lines as [string, string];
    await send(id, sender('a', 1), changeOf(document, deleteLines(scene, [first])));
    const hung = changeOf(document, (draft) => {
      (draft.scenes[scene] as Document['scenes'][string]).lines[second] = {
        ...(draft.scenes[scene]?.lines[second] as Document['scenes'][string]['lines'][string]),
        pin: { to: 'line', line: first, edge: 'end', offset: 0 },
      };
    });
    expect((await send(id, sender('b', 1), hung)).outcome).toBe('conflict');
  });
});

describe('a change that can never be', () => {
  it('is refused for good, and nothing of it is stored', async () => {
    const { id, scene, document } = await made();
    const bad = (part: string, forward: Change['parts'][number]['forward'], inverse: Change['parts'][number]['inverse']): Change => ({
      id: makeId('change'),
      label: 'Bad',
      parts: [{ part, forward, inverse }],
    });
    for (const change of [
      bad('production', [{ op: 'replace', path: '/id', value: 'pr_000000000000' }], [{ op: 'replace', path: '/id', value: document.production.id }]),
      bad('production', [{ op: 'remove', path: '' }], [{ op: 'add', path: '', value: document.production }]),
      bad(`scenes/${scene}`, [{ op: 'replace', path: '/id', value: 'sc_000000000000' }], [{ op: 'replace', path: '/id', value: scene }]),
      bad(`scenes/${scene}`, [{ op: 'replace', path: '/lead', value: -5 }], [{ op: 'replace', path: '/lead', value: document.scenes[scene]?.lead }]),
      bad('production', [{ op: 'replace', path: '/title', value: 'a\u0000b' }], [{ op: 'replace', path: '/title', value: document.production.title }]),
    ]) {
      await expect(send(id, sender('a', 1), change)).rejects.toSatisfy((thrown) => (thrown as { status: number }).status < 500);
    }
    expect(same((await loadProduction(base.db, id)).document, document)).toBe(true);
    expect(await changesAfter(base.db, id, 1)).toEqual([]);
  });
  it('does not fit even what it was made on, and is refused instead of kept as a choice', async () => {
    const { id, document } = await made();
    const crooked: Change = {
      id: makeId('change'),
      label: 'Crooked',
      parts: [
        { part: 'production', forward: [{ op: 'replace', path: '/title', value: 'x' }], inverse: [{ op: 'replace', path: '/title', value: `not ${document.production.title}` }] },
      ],
    };
    await expect(send(id, sender('a', 1), crooked)).rejects.toMatchObject({ status: 422 });
    expect(await openConflicts(base.db, id)).toEqual([]);
  });
  it('is none to a production that is not there', async () => {
    const { document } = await made();
    await expect(send('pr_zzzzzzzzzzzz', sender('a'), changeOf(document, renameProduction('x')))).rejects.toMatchObject({ status: 404 });
    await expect(restoreProduction(base.db, 'pr_zzzzzzzzzzzz')).rejects.toMatchObject({ status: 404 });
  });
});

describe('a production', () => {
  it('is made once: the same id again is a conflict, the same title gets another address', async () => {
    const { document } = sampleDocument(undefined, seed++);
    await createProduction(base.db, document, 'test');
    await expect(createProduction(base.db, document, 'test')).rejects.toMatchObject({ status: 409 });
    const titled = await Promise.all(
      [1, 2, 3].map(async () => {
        const other = sampleDocument(undefined, seed++).document;
        await createNamed(base.db, other, 'test');
        return (await loadProduction(base.db, other.production.id)).document.production.slug;
      }),
    );
    expect(new Set(titled).size).toBe(3);
  });
  it('tells each edit with what the machine made after it', async () => {
    const { id, document } = await made();
    const first = changeOf(document, renameProduction('Ebb'));
    await send(id, sender('a', 1), first);
    const now = (await loadProduction(base.db, id)).document;
    await send(id, sender('a', 2), changeOf(now, renameProduction('Ebb and flow'), { follows: first.id, byMachine: true }));
    const { change, followers } = await changeWithFollowers(base.db, id, first.id);
    expect(change.parts).toEqual(first.parts);
    expect(followers.map(({ byMachine }) => byMachine)).toEqual([true]);
  });
  it('tells it with what the machine made upon it for a later edit, and with nothing that it made elsewhere', async () => {
    const { id, scene } = await made();
    const change = async (revision: number, recipe: Recipe, more: Partial<Change> = {}) => {
      const next = changeOf((await loadProduction(base.db, id)).document, recipe, more);
      await send(id, sender('a', revision), next);
      return next;
    };
    const before = await change(1, renameProduction('Machine before'), { follows: makeId('change'), byMachine: true });
    const first = await change(2, renameProduction('Ebb'));
    const second = await change(3, renameScene(scene, 'Quay'));
    const upon = await change(4, renameProduction('Ebb and flow'), { follows: second.id, byMachine: true });
    const elsewhere = await change(5, renameScene(scene, 'Drafted'), { follows: second.id, byMachine: true });
    await change(6, renameProduction('By hand'));
    const followers = async (of: Change) => (await changeWithFollowers(base.db, id, of.id)).followers.map((one) => one.id);
    expect(await followers(first)).toEqual([upon.id]);
    expect(await followers(second)).toEqual([upon.id, elsewhere.id]);
    expect(await followers(before)).toEqual([upon.id]);
  });
});

describe('the list of productions', () => {
  it('tells of each what its document would, after every edit', async () => {
    const { id, scene, lines, document } = await made();
    const role = Object.keys(document.production.roles)[0] as string;
    let revision = 1;
    for (const recipe of [
      insertLine(scene, makeId('line'), role, 'A line about whelks.', lines[0] as string, makeId),
      renameProduction('Whelks'),
      setProduction({ fps: 50 }),
      deleteLines(scene, [lines[2] as string]),
    ] as Recipe[]) {
      const now = (await loadProduction(base.db, id)).document;
      await send(id, sender('a', revision++), changeOf(now, recipe));
      const listed = (await listProductions(base.db, { count: 200 })).productions.find((one) => one.id === id);
      expect(listed).toMatchObject(documentSummary((await loadProduction(base.db, id)).document));
    }
  });
  it('finds by title, by who speaks and by what is said, page by page', async () => {
    const { id, scene, lines, document } = await made();
    await send(id, sender('a', 1), changeOf(document, setLineText(scene, lines[0] as string, 'Periwinkles everywhere.', makeId)));
    expect((await listProductions(base.db, { find: 'periwinkles' })).productions.map((one) => one.id)).toEqual([id]);
    expect((await listProductions(base.db, { find: 'TULLY' })).total).toBeGreaterThan(3);
    expect((await listProductions(base.db, { find: 'nothing of that kind' })).total).toBe(0);
    const all = await listProductions(base.db, { count: 200 });
    const pages = [...(await listProductions(base.db, { count: 3 })).productions, ...(await listProductions(base.db, { from: 3, count: 200 })).productions];
    expect(pages.map((one) => one.id)).toEqual(all.productions.map((one) => one.id));
    expect(all.total).toBe(all.productions.length);
  });
  it('still tells of what an older Kipzo stored without a summary', async () => {
    const { id } = await made();
    await base.db('productions').where({ id }).update({ summary: null });
    await base.db('parts').where({ production_id: id }).update({ summary: null, words: null });
    const listed = (await listProductions(base.db, { count: 200 })).productions.find((one) => one.id === id);
    expect(listed).toMatchObject(documentSummary((await loadProduction(base.db, id)).document));
    expect((await listProductions(base.db, { find: 'low tide' })).productions.some((one) => one.id === id)).toBe(true);
  });
});

describe('any composing', () => {
  it('sent step by step is stored as it is in memory, taken back to the start and done again', async () => {
    const steps = fc.array(fc.record<Chance>({ kind: fc.nat(10_000), pick: fc.nat(1000), other: fc.nat(1000), delta: fc.integer({ min: -90_000, max: 90_000 }) }), {
      minLength: 4,
      maxLength: 14,
    });
    await fc.assert(
      fc.asyncProperty(steps, async (chances) => {
        const { id, document: start } = await made();
        let document = start;
        const sent: Change[] = [];
        const stored = async (): Promise<Document> => (await loadProduction(base.db, id)).document;
        const put = async (change: Change): Promise<void> => void (await send(id, sender('a', 1 + sent.push(change) - 1), change));
        for (const chance of chances) {
          let step: ReturnType<typeof edit>;
          try {
            step = edit(document, 'Step', makeId('change'), composing(chance, document, makeId));
          } catch {
            continue;
          }
          document = step.document;
          if (step.change) await put(step.change);
        }
        expect(same(await stored(), document)).toBe(true);
        const done = [...sent];
        for (const change of done.toReversed()) await put(inverted(change, makeId('change')));
        expect(same(await stored(), start)).toBe(true);
        for (const change of done) await put({ ...change, id: makeId('change') });
        expect(same(await stored(), document)).toBe(true);
      }),
      { numRuns: 12 },
    );
  }, 120_000);
});
