import type { Document } from '#core/document/schema';
import { attach } from '../state/production.ts';
import { Session } from '../state/session.ts';
import type { ServerPort } from '../state/sessionPorts.ts';

/** A server that takes everything at once, as tests of pieces of the interface need it. */
function willing(document: Document): ServerPort {
  let revision = 1;
  return {
    open: async () => ({ document, revision, log: [], conflicts: [] }),
    send: async (_, change) => ({ outcome: 'taken', revision: ++revision, missed: [{ ...change, revision, window: 'w' }] }),
    missed: async () => ({ changes: [], conflicts: [] }),
    change: async () => Promise.reject(new Error('Nothing is older than this test.')),
    theirs: async () => ({ conflicts: [] }),
    listen: () => () => {},
  };
}

/** Opens a document as a page has it open, without a server; gives what a test may change of the server. */
export function opened(document: Document, id = 'pr_000000000001', server: Partial<ServerPort> = {}): void {
  const local = { get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] };
  const ports = { server: { ...willing(document), ...server }, local, windows: { own: async () => 'w', open: async () => new Set<string>() }, retry: 5 };
  attach(new Session(id, ports, 'w', { document, revision: 1, log: [], conflicts: [] }));
}
