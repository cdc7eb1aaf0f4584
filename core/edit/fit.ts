import type { Document } from '../document/schema.ts';
import { applyPatches, type PartChange } from './change.ts';

/** Whether two pieces of plain data are equal; keys without a value count as missing. What is shared is not looked into. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null || Array.isArray(a) !== Array.isArray(b)) return false;
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  for (const key of Object.keys(left)) if (!same(left[key], right[key])) return false;
  for (const key of Object.keys(right)) if (right[key] !== undefined && left[key] === undefined) return false;
  return true;
}

/**
 * The document with a change on top, or undefined where the change does not fit: it fits if what it replaces is what
 * it saw when it was made, that is if taking it back gives this very document; or if all of it is there already.
 */
export function laid(document: Document, parts: readonly PartChange[]): Document | undefined {
  try {
    const next = applyPatches(document, parts, 'forward');
    return same(applyPatches(next, parts, 'inverse'), document) || same(next, document) ? next : undefined;
  } catch {
    return undefined;
  }
}

/** Several changes as one, part by part: operations in order, inverses the other way round. */
export function merged(parts: readonly PartChange[]): PartChange[] {
  const byPart = new Map<string, { part: string; forward: PartChange['forward'][number][]; inverse: PartChange['inverse'][number][] }>();
  for (const { part, forward, inverse } of parts) {
    const known = byPart.get(part) ?? { part, forward: [], inverse: [] };
    known.forward.push(...forward);
    known.inverse.unshift(...inverse);
    byPart.set(part, known);
  }
  return [...byPart.values()];
}

const within = (a: string, b: string): boolean => a === b || a.startsWith(`${b}/`);
const paths = (parts: readonly PartChange[]): string[] => parts.flatMap(({ part, forward }) => forward.map(({ path }) => part + path));

/** Whether two changes touch the same place, or one a place inside the other's. */
export function meet(a: readonly PartChange[], b: readonly PartChange[]): boolean {
  const others = paths(b);
  return paths(a).some((path) => others.some((other) => within(path, other) || within(other, path)));
}
