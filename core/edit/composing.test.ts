import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { schedule } from '../schedule/schedule.ts';
import { type Chance, composing, KINDS_OF_STEPS } from '../testing/composing.ts';
import { everything } from '../testing/everything.ts';
import { applyPatches, type Change, edit } from './change.ts';

const anySteps = fc.array(fc.record<Chance>({ kind: fc.nat(10_000), pick: fc.nat(1000), other: fc.nat(1000), delta: fc.integer({ min: -90_000, max: 90_000 }) }), {
  minLength: 1,
  maxLength: 18,
});

/** Does what can be done of the steps; what is refused must leave the document as it was. */
function composed(steps: readonly Chance[]): { start: Document; end: Document; changes: Change[] } {
  const made = everything();
  let { document } = made;
  const start = document;
  const changes: Change[] = [];
  for (const step of steps) {
    const before = document;
    const copy = structuredClone(before);
    try {
      const result = edit(document, 'Step', made.makeId('change'), composing(step, document, made.makeId));
      document = result.document;
      if (result.change) changes.push(result.change);
    } catch {
      expect(before).toEqual(copy);
    }
  }
  return { start, end: document, changes };
}

describe('any sequence of what the composer does', () => {
  it('undone backwards gives the same document, redone forwards the same again', () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const { start, end, changes } = composed(steps);
        let document = end;
        for (const change of [...changes].reverse()) document = applyPatches(document, change.parts, 'inverse');
        expect(document).toEqual(start);
        for (const change of changes) document = applyPatches(document, change.parts, 'forward');
        expect(document).toEqual(end);
      }),
      { numRuns: 40 },
    );
  }, 120_000);

  it('leaves a film that can be laid out in time, whose scenes follow each other', () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const film = schedule(composed(steps).end, () => undefined);
        film.scenes.forEach((scene, index) => {
          const before = film.scenes[index - 1];
          if (before) expect(scene.start).toBeGreaterThanOrEqual(before.start);
          for (const { start, end } of scene.lines) expect(end).toBeGreaterThanOrEqual(start);
        });
        expect(film.length).toBeGreaterThan(0);
      }),
      { numRuns: 25 },
    );
  }, 120_000);

  it('is made of steps that each can be done', () => {
    const undone = new Set<number>();
    for (let kind = 0; kind < KINDS_OF_STEPS; kind++) {
      const tries = Array.from({ length: 360 }, (_, n) => ({ kind, pick: n, other: Math.floor(n / 12) + n * 11, delta: (n - 20) * 3000 }));
      // Some need what others make: a second scene, proposals, keys of a way, a marker.
      const needs = (one: Chance): Chance[] => [36, 42, 34, 58].map((before) => ({ ...one, kind: before }));
      const last = (one: Chance): boolean => composed([...needs(one), one]).changes.length > composed(needs(one)).changes.length;
      if (!tries.some((one) => composed([one]).changes.length || last(one))) undone.add(kind);
    }
    expect([...undone]).toEqual([]);
  }, 120_000);
});
