import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';

/** Two windows may have put something at the same place, with the same key: what comes between them comes right after both. */
const apart = (before: string | null, after: string | null): string | null => (before !== null && after !== null && after <= before ? `${before}V` : after);

/** A key that sorts between two neighbours (null: the end of the list). Plain string comparison orders keys. */
export const orderBetween = (before: string | null, after: string | null): string => generateKeyBetween(before, apart(before, after));

export const ordersBetween = (before: string | null, after: string | null, count: number): string[] => generateNKeysBetween(before, apart(before, after), count);

export const byOrder = (a: { order: string }, b: { order: string }): number => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0);

/** Entries of a collection by their order key, ids breaking ties so that the result never depends on insertion. */
export const inOrder = <T extends { order: string }>(collection: Readonly<Record<string, T>>): [string, T][] =>
  Object.entries(collection).sort((a, b) => byOrder(a[1], b[1]) || (a[0] < b[0] ? -1 : 1));

/** Order key for a new last element. */
export const orderAtEnd = (collection: Readonly<Record<string, { order: string }>>): string => {
  const last = inOrder(collection).at(-1);
  return orderBetween(last ? last[1].order : null, null);
};
