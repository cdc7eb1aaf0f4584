import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { sampleDocument, seededIds } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { type Change, edit, inverted, type Recipe } from './change.ts';
import { deleteLines, insertLine, setGap, setLineText } from './commands/lines.ts';
import { renameProduction, renameScene } from './commands/stage.ts';
import { laid, meet, merged, same } from './fit.ts';
import { replicaOf, type TakenChange, withEdit, withoutEdit, withTaken } from './replica.ts';

const made = sampleDocument();
const { document, scene } = made;
const lines = inOrder(document.scenes[scene]?.lines ?? {}).map(([id]) => id);
const [first, second] = lines as [string, string];
const ids = seededIds(7);

const changeOf = (on: Document, recipe: Recipe): { change: Change; next: Document } => {
  const { change, document: next } = edit(on, 'An edit', ids('change'), recipe);
  if (!change) throw new Error('The edit changed nothing.');
  return { change, next };
};
const taken = (change: Change, revision: number, window = 'other'): TakenChange => ({ ...change, revision, window });
const title = (on: Document): string => on.production.title;

describe('a change fits', () => {
  it('where what it replaces is what it saw, whatever else has changed', () => {
    const mine = changeOf(document, setLineText(scene, first, 'Mine.', ids)).change;
    const theirs = changeOf(document, setGap(scene, second, 9600)).next;
    expect(laid(theirs, mine.parts)?.scenes[scene]?.lines[first]?.text).toBe('Mine.');
    expect(laid(theirs, mine.parts)?.scenes[scene]?.lines[second]?.pin.offset).toBe(9600);
  });
  it('not where somebody wrote something else there, deleted it, or put it there first', () => {
    const mine = changeOf(document, setLineText(scene, first, 'Mine.', ids)).change;
    expect(laid(changeOf(document, setLineText(scene, first, 'Theirs.', ids)).next, mine.parts)).toBeUndefined();
    expect(laid(changeOf(document, deleteLines(scene, [first])).next, mine.parts)).toBeUndefined();
    const deletion = changeOf(document, deleteLines(scene, [first])).change;
    expect(laid(changeOf(document, setLineText(scene, first, 'Theirs.', ids)).next, deletion.parts)).toBeUndefined();
    const added = changeOf(document, insertLine(scene, 'ln_000000000000', Object.keys(document.production.roles)[0] as string, 'New.', null, ids));
    const other = changeOf(document, insertLine(scene, 'ln_000000000000', Object.keys(document.production.roles)[0] as string, 'Other.', null, ids));
    expect(laid(other.next, added.change.parts)).toBeUndefined();
  });
  it('where both did the very same', () => {
    const mine = changeOf(document, renameProduction('Ebb')).change;
    const there = changeOf(document, renameProduction('Ebb')).next;
    expect(laid(there, mine.parts)).toEqual(there);
  });
  it('backwards only as long as nobody changed what it did', () => {
    const { change, next } = changeOf(document, renameProduction('Ebb'));
    const back = inverted(change, ids('change'));
    expect(title(laid(next, back.parts) as Document)).toBe('How tides work');
    expect(laid(changeOf(next, renameProduction('Flow')).next, back.parts)).toBeUndefined();
  });
  it('together with those after it as one', () => {
    const one = changeOf(document, renameProduction('One'));
    const two = changeOf(one.next, renameProduction('Two'));
    const both = merged([...one.change.parts, ...two.change.parts]);
    expect(title(laid(document, both) as Document)).toBe('Two');
    expect(title(laid(two.next, inverted({ ...one.change, parts: both }, 'x').parts) as Document)).toBe('How tides work');
  });
});

it('data is the same whatever the order of its keys, and a key without a value is none', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      expect(same(value, JSON.parse(JSON.stringify(value)))).toBe(true);
    }),
  );
  expect(same({ a: 1, b: 2 }, { b: 2, a: 1 })).toBe(true);
  expect(same({ a: undefined }, {})).toBe(true);
  expect(same({ a: 1 }, { a: 1, b: 0 })).toBe(false);
  expect(same([1, 2], [2, 1])).toBe(false);
  expect(same([], {})).toBe(false);
});

it('changes meet at a place and inside it, not beside it', () => {
  const text = changeOf(document, setLineText(scene, first, 'Mine.', ids)).change.parts;
  expect(meet(text, changeOf(document, deleteLines(scene, [first])).change.parts)).toBe(true);
  expect(meet(text, changeOf(document, setGap(scene, second, 5)).change.parts)).toBe(false);
  expect(meet(text, changeOf(document, renameProduction('x')).change.parts)).toBe(false);
});

describe('a window’s copy', () => {
  it('shows own edits at once, and stays the same object when they come home', () => {
    const { change, next } = changeOf(document, renameProduction('Ebb'));
    const shown = withEdit(replicaOf(document, 4), change, next);
    expect(shown.document).toBe(next);
    const home = withTaken(shown, [taken(change, 5, 'own')]);
    expect(home?.document).toBe(next);
    expect(home?.confirmed).toBe(next);
    expect(home?.revision).toBe(5);
    expect(home?.pending).toEqual([]);
  });
  it('lays own edits on top of others’ again', () => {
    const { change, next } = changeOf(document, renameProduction('Ebb'));
    const shown = withEdit(replicaOf(document, 4), change, next);
    const theirs = changeOf(document, renameScene(scene, 'On the quay')).change;
    const both = withTaken(shown, [taken(theirs, 5)]);
    expect(title(both?.document as Document)).toBe('Ebb');
    expect(both?.document.scenes[scene]?.title).toBe('On the quay');
    expect(title(both?.confirmed as Document)).toBe('How tides work');
    expect(both?.pending).toHaveLength(1);
  });
  it('never takes a revision without what came before it', () => {
    const theirs = changeOf(document, renameProduction('Ebb')).change;
    const shown = replicaOf(document, 4);
    expect(withTaken(shown, [taken(theirs, 6)])).toBeUndefined();
    expect(withTaken(shown, [taken(theirs, 4)])).toEqual(shown);
  });
  it('keeps an edit that no longer fits on its way and shows what is stored', () => {
    const { change, next } = changeOf(document, renameProduction('Mine'));
    const shown = withEdit(replicaOf(document, 4), change, next);
    const met = withTaken(shown, [taken(changeOf(document, renameProduction('Theirs')).change, 5)]);
    expect(title(met?.document as Document)).toBe('Theirs');
    expect(met?.pending[0]?.after).toBeUndefined();
    expect(withoutEdit(met as never, change.id).pending).toEqual([]);
  });
  it('of any edits on both sides ends as the server has it, once all came home', () => {
    const recipes = (seed: number): Recipe[] => [
      renameProduction(`Title ${seed}`),
      setLineText(scene, lines[seed % lines.length] as string, `Words ${seed}.`, ids),
      setGap(scene, lines[(seed + 1) % lines.length] as string, seed * 800),
      renameScene(scene, `Scene ${seed}`),
    ];
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.nat(3), fc.nat(30)), { maxLength: 14 }), (steps) => {
        let server = document;
        let revision = 1;
        const log: TakenChange[] = [];
        const accept = (change: Change, window: string): boolean => {
          const next = laid(server, change.parts);
          if (!next) return false;
          server = next;
          log.push({ ...change, window, revision: ++revision });
          return true;
        };
        let own = replicaOf(document, 1);
        for (const [mine, which, seed] of steps) {
          const recipe = recipes(seed)[which] as Recipe;
          if (!mine) {
            const { change } = edit(server, 'Theirs', ids('change'), recipe);
            if (change) accept(change, 'other');
            continue;
          }
          const { change, document: next } = edit(own.document, 'Mine', ids('change'), recipe);
          if (change) own = withEdit(own, change, next);
        }
        let conflicts = 0;
        for (const { change } of own.pending) {
          if (!accept(change, 'own')) {
            conflicts++;
            own = withoutEdit(own, change.id);
          }
          own = withTaken(own, log) as typeof own;
        }
        own = withTaken(own, log) as typeof own;
        expect(own.pending).toEqual([]);
        expect(same(own.document, server)).toBe(true);
        expect(same(own.confirmed, server)).toBe(true);
        expect(conflicts + log.filter(({ window }) => window === 'own').length).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});
