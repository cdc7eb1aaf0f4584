import { describe, expect, it } from 'vitest';
import type { Document, Take } from '../document/schema.ts';
import { refusalOf } from '../testing/refused.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { addTake } from './commands/lines.ts';
import { renameTake, setCleaned, setGain, setWordTimes, trimTake } from './commands/takes.ts';

const { document: sample, scene } = sampleDocument();
const [line, { words: own }] = inOrder(sample.scenes[scene]?.lines ?? {})[0] as [string, Document['scenes'][string]['lines'][string]];
const [a, b, c] = inOrder(own).map(([id]) => id) as [string, string, string];
const TAKE = 'tk_00000000000a';
const run = (recipe: Recipe, on: Document): Document => edit(on, 'x', 'cg_000000000001', recipe).document;
const withTake = (values: Partial<Take> = {}): Document =>
  run(
    addTake(scene, line, TAKE, {
      order: 'a0',
      name: 'Take 1',
      kind: 'recorded',
      media: 'a'.repeat(64),
      analysis: 'b'.repeat(64),
      from: 10_000,
      length: 40_000,
      times: { [a]: { start: 0, end: 9000 }, [b]: { start: 10_000, end: 20_000 }, [c]: { start: 30_000, end: 40_000 } },
      ...values,
    }),
    sample,
  );
const takeIn = (of: Document): Take => of.scenes[scene]?.lines[line]?.takes[TAKE] as Take;
const document = withTake();

describe('a take that is trimmed', () => {
  it('keeps each word where it is in the sound; what is cut off is gone, what is cut into is shorter', () => {
    const trimmed = takeIn(run(trimTake(scene, line, TAKE, 20_000, 45_000), document));
    expect(trimmed).toMatchObject({ from: 20_000, length: 25_000, heardFrom: 10_000 });
    expect(trimmed.times).toEqual({ [b]: { start: 0, end: 10_000 }, [c]: { start: 20_000, end: 25_000 } });
    const early = takeIn(run(trimTake(scene, line, TAKE, 0, 50_000), document));
    expect(early).toMatchObject({ from: 0, length: 50_000 });
    expect(early.times[a]).toEqual({ start: 10_000, end: 19_000 });
    // A word that would have no length left has none.
    expect(takeIn(run(trimTake(scene, line, TAKE, 19_000, 45_000), document)).times[a]).toBeUndefined();
  });
  it('remembers from where it was listened to, once', () => {
    const twice = run(trimTake(scene, line, TAKE, 15_000, 45_000), run(trimTake(scene, line, TAKE, 20_000, 45_000), document));
    expect(takeIn(twice).heardFrom).toBe(10_000);
    expect('heardFrom' in takeIn(run(trimTake(scene, line, TAKE, 20_000, 45_000), withTake({ analysis: null })))).toBe(false);
  });
  it('keeps something, from its beginning on', () => {
    const sentence = ['too-short', 'That leaves too little of the take. Keep at least a twentieth of a second.'];
    expect(refusalOf(() => run(trimTake(scene, line, TAKE, 20_000, 22_399), document))).toEqual(sentence);
    expect(refusalOf(() => run(trimTake(scene, line, TAKE, -1, 22_400), document))).toEqual(sentence);
    expect(takeIn(run(trimTake(scene, line, TAKE, 20_000, 22_400), document)).length).toBe(2400);
    expect(takeIn(run(trimTake(scene, line, TAKE, 0, 22_400), document)).from).toBe(0);
  });
});

describe('a take', () => {
  it('has its words re-timed within it, each with some length', () => {
    const timed = takeIn(run(setWordTimes(scene, line, TAKE, { [a]: { start: -5, end: 8000.4 }, [c]: { start: 30_000.6, end: 90_000 } }), document)).times;
    expect(timed).toEqual({ [a]: { start: 0, end: 8000 }, [b]: { start: 10_000, end: 20_000 }, [c]: { start: 30_001, end: 40_000 } });
    for (const end of [500, 499])
      expect(refusalOf(() => run(setWordTimes(scene, line, TAKE, { [a]: { start: 500, end } }), document))).toEqual([
        'bad-times',
        'A word ends after it begins. Drag its edge the other way.',
      ]);
  });
  it('is cleaned into another sound and given back as it was', () => {
    const clean = run(setCleaned(scene, line, TAKE, ['noise'], 'c'.repeat(64)), document);
    expect(takeIn(clean)).toMatchObject({ media: 'c'.repeat(64), cleaned: { steps: ['noise'], media: 'a'.repeat(64) } });
    const again = run(setCleaned(scene, line, TAKE, ['noise', 'rumble'], 'd'.repeat(64)), clean);
    expect(takeIn(again).cleaned?.media).toBe('a'.repeat(64));
    expect(takeIn(run(setCleaned(scene, line, TAKE, [], 'x'), again))).toEqual(takeIn(document));
  });
  it('is named, louder or softer within bounds, and there', () => {
    expect(takeIn(run(renameTake(scene, line, TAKE, 'Best'), document)).name).toBe('Best');
    const gain = (gainDb: number): number | undefined => takeIn(run(setGain(scene, [{ line, take: TAKE, gainDb }]), withTake({ gainDb: 3 }))).gainDb;
    expect([gain(2.26), gain(99), gain(-99), gain(0.04), gain(-0.04)]).toEqual([2.3, 40, -40, undefined, undefined]);
    expect(refusalOf(() => run(renameTake(scene, line, 'tk_000000000000', 'x'), document))).toEqual(['no-take', 'That take is gone. Choose another one.']);
  });
});

describe('a change', () => {
  it('may not replace everything at once', () => {
    expect(refusalOf(() => run((draft) => void ((draft as { scenes: object }).scenes = {}), document))).toEqual([
      'patch-path',
      'A change may not replace all characters or scenes at once.',
    ]);
  });
  it('of a whole part is written at its root, and a value that is taken away is taken out', () => {
    const { change } = edit(document, 'x', 'cg_000000000001', (draft) => {
      draft.production = { ...draft.production, title: 'Whole' };
      const layer = Object.values(draft.scenes[scene]?.layers ?? {})[0] as { turn?: number | undefined };
      layer.turn = undefined;
    });
    expect(change?.parts.find(({ part }) => part === 'production')?.forward).toEqual([{ op: 'replace', path: '', value: { ...document.production, title: 'Whole' } }]);
    const [operation] = change?.parts.find(({ part }) => part.startsWith('scenes/'))?.forward ?? [];
    expect(operation?.op).toBe('remove');
    expect(operation && 'value' in operation).toBe(false);
  });
  it('keeps lists, numbers and nothing as they are when a text in it had to be cleaned', () => {
    const { document: next } = edit(document, 'x', 'cg_000000000001', (draft) => {
      draft.production.title = 'Tide\u0000s';
      draft.production.palette = ['#102030', '#405060'];
      const lines = draft.scenes[scene]?.lines ?? {};
      (lines[line] as { take: string | null }).take = null;
    });
    expect(next.production).toMatchObject({ title: 'Tides', palette: ['#102030', '#405060'] });
    expect(next.scenes[scene]?.lines[line]?.take).toBeNull();
  });
});
