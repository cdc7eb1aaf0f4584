import * as v from 'valibot';
import { failure } from './failure.ts';
import { CharacterSchema, type Document, ProductionSchema, SceneSchema } from './schema.ts';

/** A document is stored part by part: `production`, `characters/ch_…`, `scenes/sc_…`. */
export type PartKey = string;

export const partKeys = (document: Document): PartKey[] => [
  'production',
  ...Object.keys(document.characters).map((id) => `characters/${id}`),
  ...Object.keys(document.scenes).map((id) => `scenes/${id}`),
];

/** The part's data, or undefined. */
export function readPart(document: Document, key: PartKey): unknown {
  if (key === 'production') return document.production;
  const [kind, id] = key.split('/') as ['characters' | 'scenes', string];
  return document[kind]?.[id];
}

/** A document from its stored parts; throws a Failure that names the part and the field which is wrong. */
export function assemble(parts: Readonly<Record<PartKey, unknown>>): Document {
  const document: Partial<Document> = { characters: {}, scenes: {} };
  for (const [key, data] of Object.entries(parts)) {
    const part = validPart(key, data);
    if (key === 'production') document.production = part as Document['production'];
    else {
      const [kind, id] = key.split('/') as ['characters' | 'scenes', string];
      (document[kind] as Record<string, unknown>)[id] = part;
    }
  }
  if (!document.production) throw failure('no-production', 'This production has no title page. Open another one, or restore it from a bundle.');
  return document as Document;
}

/** A document from parts that were checked when they were stored; nothing is looked into. */
export function together(parts: Readonly<Record<PartKey, unknown>>): Document {
  const document: { production?: unknown; characters: Record<string, unknown>; scenes: Record<string, unknown> } = { characters: {}, scenes: {} };
  for (const [key, data] of Object.entries(parts)) {
    const [kind, id = ''] = key.split('/');
    if (kind === 'production') document.production = data;
    else (kind === 'characters' ? document.characters : document.scenes)[id] = data;
  }
  return document as unknown as Document;
}

/** Checks one part against its schema and gives it back. */
export function validPart(key: PartKey, data: unknown): unknown {
  const schema = key === 'production' ? ProductionSchema : key.startsWith('characters/') ? CharacterSchema : key.startsWith('scenes/') ? SceneSchema : undefined;
  if (!schema) throw failure('unknown-part', `"${key}" is no part of a production.`);
  const result = v.safeParse(schema as v.GenericSchema, data);
  if (result.success) return result.output;
  const issue = result.issues[0];
  throw failure('invalid-part', `${key}: ${v.getDotPath(issue) ?? 'the whole part'} ${issue.message}.`);
}

/** What a scene holds many of. */
const LISTS = ['layers', 'lines', 'cues'] as const;
const known = new WeakSet<object>();
const isTable = (value: unknown): boolean => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Checks one part like `validPart`, but of a scene only what was not checked before: documents are never written into, so
 * what an edit left alone is the same object still. A drag among a thousand cues checks one.
 */
export function checkedPart(key: PartKey, data: unknown): void {
  const scene = data as Record<string, Record<string, object>>;
  if (!key.startsWith('scenes/') || LISTS.some((list) => !isTable(scene[list]))) return void validPart(key, data);
  const fresh = Object.fromEntries(LISTS.map((list) => [list, Object.fromEntries(Object.entries(scene[list] ?? {}).filter(([, entry]) => !known.has(entry)))]));
  validPart(key, { ...scene, ...fresh });
  for (const list of LISTS) for (const entry of Object.values(fresh[list] ?? {})) known.add(entry);
}
