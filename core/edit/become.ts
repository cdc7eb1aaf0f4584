import { partKeys, readPart } from '../document/parts.ts';
import type { Document } from '../document/schema.ts';
import type { Recipe } from './change.ts';
import { same } from './fit.ts';

type Table = Record<string, unknown>;
const isTable = (value: unknown): value is Table => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Writes into `draft` what differs in `target`, entry by entry: what is alike stays the same object. */
function take(draft: Table, target: Table, fixed: readonly string[] = []): void {
  for (const key of Object.keys(draft)) if (!(key in target) && !fixed.includes(key)) delete draft[key];
  for (const [key, wanted] of Object.entries(target)) {
    const now = draft[key];
    if (fixed.includes(key) || same(now, wanted)) continue;
    // What another kind of thing is is written anew, not mended.
    if (isTable(now) && isTable(wanted) && now.kind === wanted.kind) take(now, wanted);
    else draft[key] = wanted;
  }
}

/** Makes a production what it was (or is elsewhere), as one edit that can be undone. It stays this production under its own address. */
export const become =
  (target: Document): Recipe =>
  (draft) => {
    take(draft.production as unknown as Table, target.production as unknown as Table, ['id', 'slug', 'version']);
    for (const kind of ['characters', 'scenes'] as const) take(draft[kind] as Table, target[kind] as Table);
  };

/** Parts of two documents that are not the same, by their keys. */
export const partsApart = (a: Document, b: Document): string[] => [...new Set([...partKeys(a), ...partKeys(b)])].filter((key) => !same(readPart(a, key), readPart(b, key)));
