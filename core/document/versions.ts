import { failure } from './failure.ts';
import { DOCUMENT_VERSION } from './schema.ts';

type Upgrade = (parts: Record<string, unknown>) => Record<string, unknown>;

/** Upgrade functions by the version that they read; each has a test on a stored old document. */
const upgrades: Readonly<Record<number, Upgrade>> = {};

/** Brings stored parts to today's version. Throws for a document that is newer than this Kipzo. */
export function upgraded(parts: Record<string, unknown>): Record<string, unknown> {
  const version = (parts.production as { version?: unknown } | undefined)?.version;
  if (typeof version !== 'number') return parts;
  if (version > DOCUMENT_VERSION)
    throw failure('newer-document', `This production was saved by a newer Kipzo (version ${version}, this one reads up to ${DOCUMENT_VERSION}). Update Kipzo and open it again.`);
  let current = parts;
  for (let at = version; at < DOCUMENT_VERSION; at++) current = (upgrades[at] as Upgrade)(current);
  return current;
}
