import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededIds } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { reword } from './words.ts';

const makeId = seededIds(3);
const of = (text: string) => reword({}, text, makeId);
const ids = (words: ReturnType<typeof reword>): string[] => inOrder(words).map(([id]) => id);
const texts = (words: ReturnType<typeof reword>): string[] => inOrder(words).map(([, { text }]) => text);
/** Where each word of the new text was in the old one; -1 for a new word. */
const came = (before: string, after: string): number[] => {
  const old = of(before);
  return ids(reword(old, after, makeId)).map((id) => ids(old).indexOf(id));
};

describe('the words of a text that is changed', () => {
  it('stay who they are: put in, left out, at either end or between', () => {
    expect(came('a b c', 'a b c')).toEqual([0, 1, 2]);
    expect(came('a b c', 'a x b c')).toEqual([0, -1, 1, 2]);
    expect(came('a b c', 'x a b c y')).toEqual([-1, 0, 1, 2, -1]);
    expect(came('a b c', 'a c')).toEqual([0, 2]);
    expect(came('a b c', 'c')).toEqual([2]);
    expect(came('a b c d', 'a b d c')).toHaveLength(4);
  });
  it('that take the place of another one are that one: what hangs from it stays at its place', () => {
    expect(came('the tide comes in', 'the water comes in')).toEqual([0, 1, 2, 3]);
    expect(came('one', 'two')).toEqual([0]);
  });
  it('are the same whatever their case and marks, and have the new ones', () => {
    const old = of('Good morning, Tully.');
    const now = reword(old, 'good Morning Tully!', makeId);
    expect(ids(now)).toEqual(ids(old));
    expect(texts(now)).toEqual(['good', 'Morning', 'Tully!']);
  });
  it('keep their order and their ids, none twice, as many as can be', () => {
    const word = fc.constantFrom('sea', 'tide', 'moon', 'the', 'pulls');
    fc.assert(
      fc.property(fc.array(word, { maxLength: 8 }), fc.array(word, { maxLength: 8 }), (a, b) => {
        const old = of(a.join(' '));
        const now = reword(old, b.join(' '), makeId);
        expect(texts(now)).toEqual(b);
        expect(new Set(ids(now)).size).toBe(b.length);
        const kept = ids(now).flatMap((id) => (ids(old).includes(id) ? [ids(old).indexOf(id)] : []));
        expect(kept).toEqual([...kept].sort((x, y) => x - y));
        // Never fewer than the longest run of words that both have in order.
        const run = a.map(() => new Array<number>(b.length).fill(0));
        a.forEach((one, i) =>
          b.forEach((other, j) => void ((run[i] as number[])[j] = one === other ? (run[i - 1]?.[j - 1] ?? 0) + 1 : Math.max(run[i - 1]?.[j] ?? 0, run[i]?.[j - 1] ?? 0))),
        );
        expect(kept.length).toBeGreaterThanOrEqual(run.at(-1)?.at(-1) ?? 0);
      }),
    );
  });
  it('of nothing are none', () => {
    expect(of('')).toEqual({});
    expect(reword(of('a b'), ' ', makeId)).toEqual({});
  });
});
