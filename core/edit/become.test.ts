import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { type Chance, composing } from '../testing/composing.ts';
import { everything } from '../testing/everything.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { become, partsApart } from './become.ts';
import { edit, type Recipe } from './change.ts';
import { deleteLines, insertLine, setGap, setLineText } from './commands/lines.ts';
import { addScene, emptyScene, renameProduction, renameScene, setBackdrop } from './commands/stage.ts';
import { differences } from './differences.ts';

const made = sampleDocument();
const { scene, document: then } = made;
const lines = inOrder(then.scenes[scene]?.lines ?? {}).map(([id]) => id) as [string, string, string, string];
const [role] = Object.keys(then.production.roles) as [string];
const edited = (document: Document, ...recipes: readonly Recipe[]): Document =>
  recipes.reduce((now, recipe) => edit(now, 'An edit', made.makeId('change'), recipe).document, document);

describe('going back to a version', () => {
  it('makes the production what it was, whatever was done since, but for its address', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record<Chance>({ kind: fc.nat(10_000), pick: fc.nat(1000), other: fc.nat(1000), delta: fc.integer({ min: -90_000, max: 90_000 }) }), { maxLength: 14 }),
        (steps) => {
          const whole = everything();
          let { document } = whole;
          for (const step of steps)
            try {
              document = edit(document, 'Step', whole.makeId('change'), composing(step, document, whole.makeId)).document;
            } catch {
              // Refused: nothing happened.
            }
          const moved: Document = { ...document, production: { ...document.production, id: 'pr_00000000000x', slug: 'elsewhere' } };
          const back = edit(moved, 'Go back', whole.makeId('change'), become(whole.document)).document;
          expect(back).toEqual({ ...whole.document, production: { ...whole.document.production, id: 'pr_00000000000x', slug: 'elsewhere' } });
        },
      ),
      { numRuns: 30 },
    );
  }, 60_000);
  it('leaves what is the same untouched, so that it is not drawn again', () => {
    const now = edited(then, setGap(scene, lines[1], 9600));
    const back = edited(now, become(then));
    expect(back.characters).toBe(now.characters);
    expect(back.scenes[scene]?.layers).toBe(now.scenes[scene]?.layers);
    expect(back.scenes[scene]?.lines[lines[0]]).toBe(now.scenes[scene]?.lines[lines[0]]);
    expect(edit(then, 'Go back', made.makeId('change'), become(then)).change).toBeUndefined();
  });
});

describe('what is told of two versions', () => {
  it('is nothing where they are the same', () => {
    expect(differences(then, then)).toEqual([]);
    expect(partsApart(then, structuredClone(then))).toEqual([]);
  });
  it('quotes the lines that were written, changed and deleted', () => {
    const now = edited(
      then,
      setLineText(scene, lines[0], 'Good evening, Tully.', made.makeId),
      insertLine(scene, 'ln_00000000000n', role, 'A new thought.', lines[0], made.makeId),
      deleteLines(scene, [lines[3]]),
    );
    const [found] = differences(then, now);
    expect(found).toMatchObject({ scene, where: then.scenes[scene]?.title });
    expect(found?.what).toEqual(
      expect.arrayContaining(['“Good morning, Tully. It is low tide.” became “Good evening, Tully.”.', 'New: “A new thought.”.', 'Gone: “From up there?”.']),
    );
  });
  it('names what else is not the same: times, backdrop, names, scenes that came', () => {
    const now = edited(
      then,
      setGap(scene, lines[1], 2),
      setBackdrop(scene, { kind: 'colour', colour: '#112233' }),
      renameScene(scene, 'At the wall'),
      renameProduction('Ebb'),
      addScene(emptyScene('sc_00000000000n', 'z9', 'Another day', { kind: 'colour', colour: '#112233' })),
    );
    const found = differences(then, now);
    expect(found.map(({ where }) => where)).toEqual(['The production', 'At the wall', 'Another day']);
    expect(found[0]?.what).toEqual(['It was called “How tides work”.']);
    expect(found[1]?.what).toEqual(expect.arrayContaining(['1 line at another time.', 'Another backdrop.']));
    expect(found[2]?.what).toEqual(['A new scene.']);
    expect(differences(now, then)[2]?.what).toEqual(['This scene is gone since.']);
  });
});
