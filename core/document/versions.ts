import { failure } from './failure.ts';
import { DOCUMENT_VERSION } from './schema.ts';

type Plain = Record<string, unknown>;
type Parts = Record<string, unknown>;

/** What a version changed, for what is stored whole and for what is stored as a change of it. */
interface Upgrade {
  parts(parts: Parts): Parts;
  /** Operations on one part; those of the newer version are left as they are, so that nobody needs to know which they are. */
  patch(part: string, operations: readonly Operation[]): readonly Operation[];
}

interface Operation {
  readonly op: 'add' | 'remove' | 'replace';
  readonly path: string;
  readonly value?: unknown;
}

const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value);
const each = (record: unknown, change: (value: unknown) => unknown): Plain =>
  Object.fromEntries(Object.entries(isPlain(record) ? record : {}).map(([id, value]) => [id, change(value)]));

/** Version 1 knew one scale; version 2 has one each way, so that things can be mirrored and stretched. */
function sizedBothWays(layer: unknown): unknown {
  if (!isPlain(layer) || !('scale' in layer)) return layer;
  const { scale, ...rest } = layer;
  return { ...rest, scaleX: scale, scaleY: scale };
}
const sceneOfBoth = (scene: unknown): unknown => (isPlain(scene) && isPlain(scene.layers) ? { ...scene, layers: each(scene.layers, sizedBothWays) } : scene);

const LAYER = /^\/layers\/[^/]+$/;
const SCALE = /^(\/layers\/[^/]+\/)scale$/;

/** Upgrades by the version that they read; each has a test on a stored old document. */
const upgrades: Readonly<Record<number, Upgrade>> = {
  1: {
    parts: (parts) =>
      Object.fromEntries(
        Object.entries(parts).map(([key, data]) => [key, key === 'production' ? { ...(data as Plain), version: 2 } : key.startsWith('scenes/') ? sceneOfBoth(data) : data]),
      ),
    patch: (part, operations) =>
      part.startsWith('scenes/')
        ? operations.flatMap((operation) => {
            const { path, value } = operation;
            const [, base] = SCALE.exec(path) ?? [];
            if (base)
              return [
                { ...operation, path: `${base}scaleX` },
                { ...operation, path: `${base}scaleY` },
              ];
            if (path === '') return [{ ...operation, value: sceneOfBoth(value) }];
            if (path === '/layers') return [{ ...operation, value: each(value, sizedBothWays) }];
            return LAYER.test(path) ? [{ ...operation, ...(value === undefined ? {} : { value: sizedBothWays(value) }) }] : [operation];
          })
        : operations,
  },
};

/** Brings stored parts to today's version. Throws for a document that is newer than this Kipzo. */
export function upgraded(parts: Parts): Parts {
  const version = (parts.production as { version?: unknown } | undefined)?.version;
  if (typeof version !== 'number') return parts;
  if (version > DOCUMENT_VERSION)
    throw failure('newer-document', `This production was saved by a newer Kipzo (version ${version}, this one reads up to ${DOCUMENT_VERSION}). Update Kipzo and open it again.`);
  let current = parts;
  for (let at = version; at < DOCUMENT_VERSION; at++) current = (upgrades[at] as Upgrade).parts(current);
  return current;
}

/**
 * Changes of any version as today's: edits that waited in a browser, the log that is undone by, two versions of one place.
 * A change of today comes back the same.
 */
export const upgradedChanges = <T extends { readonly part: string; readonly forward: readonly Operation[]; readonly inverse: readonly Operation[] }>(parts: readonly T[]): T[] =>
  parts.map((change) => {
    let { forward, inverse } = change;
    for (let at = 1; at < DOCUMENT_VERSION; at++) {
      const { patch } = upgrades[at] as Upgrade;
      forward = patch(change.part, forward);
      inverse = patch(change.part, inverse);
    }
    return { ...change, forward, inverse };
  });
