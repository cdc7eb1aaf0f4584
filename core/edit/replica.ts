import type { Document } from '../document/schema.ts';
import { applyPatches, type Change } from './change.ts';
import { laid } from './fit.ts';

/** A change as the server took it: the production's revision with it, and the window that made it. */
export interface TakenChange extends Change {
  readonly revision: number;
  readonly window: string;
}

/** An edit that the server has not confirmed, and the document with it; undefined where it does not fit what lies under it. */
export interface Pending {
  readonly change: Change;
  readonly after: Document | undefined;
}

/**
 * One window's copy of a production: the document as the server confirmed it at a revision, and own edits on their way
 * on top. A revision never moves without its content.
 */
export interface Replica {
  readonly confirmed: Document;
  readonly revision: number;
  readonly pending: readonly Pending[];
  /** What is shown: confirmed, with every pending edit that fits. */
  readonly document: Document;
}

/** A copy from what the server gave, with edits that it does not know yet on top, oldest first. */
export const replicaOf = (confirmed: Document, revision: number, changes: readonly Change[] = []): Replica => stacked(confirmed, revision, changes);

function stacked(confirmed: Document, revision: number, changes: readonly Change[]): Replica {
  let document = confirmed;
  const pending = changes.map((change): Pending => {
    const after = laid(document, change.parts);
    if (after) document = after;
    return { change, after };
  });
  return { confirmed, revision, pending, document };
}

/** An edit made in this window; `next` is the shown document with it, or undefined where it was made on another one. */
export const withEdit = (replica: Replica, change: Change, next: Document | undefined): Replica => ({
  ...replica,
  pending: [...replica.pending, { change, after: next }],
  document: next ?? replica.document,
});

/** Without an edit that is on its way: it was set aside, or it stands as a conflict. */
export const withoutEdit = (replica: Replica, id: string): Replica =>
  stacked(
    replica.confirmed,
    replica.revision,
    replica.pending.flatMap(({ change }) => (change.id === id ? [] : [change])),
  );

/**
 * With changes that the server took, in their order; those that are here already are passed over. Foreign ones go
 * under, own ones are laid on top again. Undefined where some are missing between: they must be asked for.
 */
export function withTaken(replica: Replica, changes: readonly TakenChange[]): Replica | undefined {
  let { confirmed, revision, pending } = replica;
  let foreign = false;
  for (const change of changes) {
    if (change.revision <= revision) continue;
    if (change.revision !== revision + 1) return undefined;
    revision = change.revision;
    const [head, ...rest] = pending;
    if (head?.after && head.change.id === change.id && !foreign) {
      // The usual case: the oldest own edit came home. What is shown stays the same object.
      confirmed = head.after;
      pending = rest;
      continue;
    }
    confirmed = applyPatches(confirmed, change.parts, 'forward');
    pending = pending.filter((one) => one.change.id !== change.id);
    foreign = true;
  }
  if (!foreign) return { ...replica, confirmed, revision, pending };
  return stacked(
    confirmed,
    revision,
    pending.map(({ change }) => change),
  );
}
