import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document, Scene } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { type Chance, composing } from '#core/testing/composing';
import { everything } from '#core/testing/everything';
import { sceneChanges, withChanges } from './sceneChanges.ts';

const made = everything();
const sceneIn = (document: Document): Scene => document.scenes[made.scene] as Scene;

describe('what is sent of a changed scene', () => {
  it('makes the scene again on the other side, whatever was done to it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record<Chance>({ kind: fc.nat(10_000), pick: fc.nat(1000), other: fc.constant(0), delta: fc.integer({ min: -90_000, max: 90_000 }) }), {
          minLength: 1,
          maxLength: 8,
        }),
        (chances) => {
          let { document } = made;
          let there = structuredClone(sceneIn(document));
          for (const chance of chances) {
            const before = sceneIn(document);
            try {
              document = edit(document, 'Step', made.makeId('change'), composing(chance, document, made.makeId)).document;
            } catch {
              continue;
            }
            if (!sceneIn(document)) break;
            there = withChanges(there, structuredClone(sceneChanges(before, sceneIn(document))));
            expect(there).toEqual(sceneIn(document));
          }
        },
      ),
      { numRuns: 60 },
    );
  }, 60_000);

  it('is only what was changed, and leaves the rest the same objects', () => {
    const before = sceneIn(made.document);
    const [moved] = Object.keys(before.layers) as [string];
    const now: Scene = { ...before, layers: { ...before.layers, [moved]: { ...before.layers[moved], x: 5 } as Scene['layers'][string] } };
    const changes = sceneChanges(before, now);
    expect(Object.keys(changes.lists)).toEqual(['layers']);
    expect(Object.keys(changes.lists.layers ?? {})).toEqual([moved]);
    const next = withChanges(before, changes);
    expect(next.cues).toBe(before.cues);
    for (const id of Object.keys(before.layers)) if (id !== moved) expect(next.layers[id]).toBe(before.layers[id]);
  });
});
