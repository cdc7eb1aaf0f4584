import { apply, create, type Draft } from 'mutative';
import { failure } from '../document/failure.ts';
import { type PartKey, readPart, validPart } from '../document/parts.ts';
import type { Document, Scene } from '../document/schema.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';

/** One operation of JSON Patch (RFC 6902); paths carry ids, never indices. */
export interface PatchOperation {
  readonly op: 'add' | 'remove' | 'replace';
  readonly path: string;
  readonly value?: unknown;
}
export type Patch = readonly PatchOperation[];

/** What a change does to one part. `base` is the part's revision that it was made on. */
export interface PartChange {
  readonly part: PartKey;
  base: number;
  readonly forward: Patch;
  readonly inverse: Patch;
}

/** A change as it is sent, stored and undone: all parts or none. */
export interface Change {
  readonly id: string;
  readonly label: string;
  /** The change that this one takes back. */
  readonly undoes?: string;
  /** The edit that a machine-made change (draft, analysis) belongs to; undone with it. */
  readonly follows?: string;
  readonly parts: readonly PartChange[];
}

/** Edits a draft of the document in place; may give a sentence about what else moved. */
export type Recipe = (draft: Draft<Document> & Document) => string | void;

export interface Edited {
  readonly document: Document;
  /** Undefined where the recipe changed nothing. */
  readonly change?: Change;
  readonly message?: string;
}

const PATCH_OPTIONS = { enablePatches: { pathAsArray: false, arrayLengthAssignment: false } } as const;

/**
 * Runs a recipe on the document and gives the next document with the change in both directions.
 * Only touched parts are validated; scenes that were touched must still resolve.
 * @throws Failure where the result would be invalid or its pins would form a ring: the document stays as it was.
 */
export function edit(document: Document, label: string, id: string, recipe: Recipe, more: { undoes?: string; follows?: string } = {}): Edited {
  let message: string | undefined;
  const [next, forward, inverse] = create(
    document,
    (draft) => {
      message = recipe(draft as Draft<Document> & Document) ?? undefined;
    },
    PATCH_OPTIONS,
  );
  const parts = splitByPart(forward as readonly PatchOperation[], inverse as readonly PatchOperation[]);
  if (parts.length === 0) return message ? { document, message } : { document };
  for (const { part } of parts) checkPart(next, part);
  const change: Change = { id, label, ...more, parts };
  return message ? { document: next, change, message } : { document: next, change };
}

/** Checks one part of a document, and that a scene's pins resolve. */
export function checkPart(document: Document, key: PartKey): void {
  const data = readPart(document, key);
  if (data === undefined) return;
  validPart(key, data);
  if (key.startsWith('scenes/')) resolveScene(data as Scene, (_, line) => lineTiming(line), document.production.fps);
}

function splitByPart(forward: readonly PatchOperation[], inverse: readonly PatchOperation[]): PartChange[] {
  const parts = new Map<PartKey, { forward: PatchOperation[]; inverse: PatchOperation[] }>();
  const put = (operation: PatchOperation, side: 'forward' | 'inverse'): void => {
    const [key, rest] = partOfPath(operation.path);
    let entry = parts.get(key);
    if (!entry) parts.set(key, (entry = { forward: [], inverse: [] }));
    entry[side].push({ ...operation, path: rest });
  };
  for (const operation of forward) put(operation, 'forward');
  for (const operation of inverse) put(operation, 'inverse');
  return [...parts].map(([part, sides]) => ({ part, base: 0, ...sides }));
}

function partOfPath(path: string): [PartKey, string] {
  const [, kind, id, ...rest] = path.split('/') as [string, string, string | undefined, ...string[]];
  if (kind === 'production') return ['production', id === undefined ? '' : `/${[id, ...rest].join('/')}`];
  if (id === undefined) throw failure('patch-path', 'A change may not replace all characters or scenes at once.');
  return [`${kind}/${id}`, rest.length ? `/${rest.join('/')}` : ''];
}

/** The document after the changes of one side; a part's own root is written with an empty path. */
export function applyPatches(document: Document, parts: readonly PartChange[], side: 'forward' | 'inverse'): Document {
  const whole = parts.flatMap(({ part, [side]: patch }) => patch.map((operation) => ({ ...operation, path: `/${part}${operation.path}` })));
  return apply(document, whole as never) as Document;
}

/** The change that takes `change` back. */
export const inverted = (change: Change, id: string): Change => ({
  id,
  label: change.label,
  undoes: change.id,
  parts: change.parts.map(({ part, base, forward, inverse }) => ({ part, base, forward: inverse, inverse: forward })),
});
