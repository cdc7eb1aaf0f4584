import { apply, create, type Draft } from 'mutative';
import { failure } from '../document/failure.ts';
import { checkedPart, type PartKey, readPart } from '../document/parts.ts';
import type { Document, Scene } from '../document/schema.ts';
import { shortened, storable, unstorable } from '../document/text.ts';
import { checkTree } from '../document/tree.ts';
import { resolvedScene } from '../schedule/timing.ts';

/** One operation of JSON Patch (RFC 6902); paths carry ids, never indices. */
export interface PatchOperation {
  readonly op: 'add' | 'remove' | 'replace';
  readonly path: string;
  readonly value?: unknown;
}
export type Patch = readonly PatchOperation[];

/** What a change does to one part. The inverse tells what it saw when it was made. */
export interface PartChange {
  readonly part: PartKey;
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
  /** The machine can make it again (a draft, an analysis): where it no longer fits it is dropped, not kept as a conflict. */
  readonly byMachine?: boolean;
  /** The conflict that it decides. */
  readonly settles?: string;
  /** The revision of the production that its window held when it was made; edits of its own that were on their way lie between. */
  readonly base?: number;
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

/** Letters of a change's label. */
export const MOST_LABEL = 200;

/** Plain data with every text as it can be stored. */
function cleaned(data: unknown): unknown {
  if (typeof data === 'string') return storable(data);
  if (Array.isArray(data)) return data.map(cleaned);
  return typeof data === 'object' && data !== null ? Object.fromEntries(Object.entries(data).map(([key, value]) => [storable(key), cleaned(value)])) : data;
}

const PATCH_OPTIONS = { enablePatches: { pathAsArray: false, arrayLengthAssignment: false } } as const;

/**
 * Runs a recipe on the document and gives the next document with the change in both directions.
 * Only touched parts are validated; scenes that were touched must still resolve.
 * @throws Failure where the result would be invalid or its pins would form a ring: the document stays as it was.
 */
export function edit(document: Document, label: string, id: string, recipe: Recipe, more: Omit<Change, 'id' | 'label' | 'parts'> = {}): Edited {
  let message: string | undefined;
  let [next, forward, inverse] = create(
    document,
    (draft) => {
      message = recipe(draft as Draft<Document> & Document) ?? undefined;
    },
    PATCH_OPTIONS,
  );
  if (unstorable(forward.map(({ value }) => value)) !== undefined) {
    forward = forward.map((operation) => ({ ...operation, value: cleaned(operation.value) }));
    next = apply(document, forward as never) as Document;
  }
  const parts = splitByPart(forward as readonly PatchOperation[], inverse as readonly PatchOperation[]);
  if (parts.length === 0) return message ? { document, message } : { document };
  for (const { part } of parts) checkPart(next, part);
  const change: Change = { id, label: shortened(storable(label), MOST_LABEL), ...more, parts };
  return message ? { document: next, change, message } : { document: next, change };
}

/** Checks one part of a document, that a scene's layers are a tree and its pins resolve. */
export function checkPart(document: Document, key: PartKey): void {
  const data = readPart(document, key);
  if (data === undefined) return;
  checkedPart(key, data);
  if (!key.startsWith('scenes/')) return;
  checkTree(data as Scene);
  resolvedScene(data as Scene, document.production.fps);
}

function splitByPart(forward: readonly PatchOperation[], inverse: readonly PatchOperation[]): PartChange[] {
  const parts = new Map<PartKey, { forward: PatchOperation[]; inverse: PatchOperation[] }>();
  const put = (operation: PatchOperation, side: 'forward' | 'inverse'): void => {
    const [key, rest] = partOfPath(operation.path);
    let entry = parts.get(key);
    if (!entry) parts.set(key, (entry = { forward: [], inverse: [] }));
    // What has no value travels as JSON without one: it is taken out instead.
    entry[side].push(operation.op !== 'remove' && operation.value === undefined ? { op: 'remove', path: rest } : { ...operation, path: rest });
  };
  for (const operation of forward) put(operation, 'forward');
  for (const operation of inverse) put(operation, 'inverse');
  return [...parts].map(([part, sides]) => ({ part, ...sides }));
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
  parts: change.parts.map(({ part, forward, inverse }) => ({ part, forward: inverse, inverse: forward })),
});
