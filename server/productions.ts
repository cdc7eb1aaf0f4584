import { randomBytes } from 'node:crypto';
import { failure } from '#core/document/failure';
import { idMaker } from '#core/document/ids';
import { partKeys, readPart, together } from '#core/document/parts';
import type { Document, Production } from '#core/document/schema';
import { shortened } from '#core/document/text';
import { upgraded } from '#core/document/versions';
import { checkPart } from '#core/edit/change';
import type { Conflict } from '#core/edit/conflict';
import type { Db } from './db/db.ts';
import { storeSummary } from './summary.ts';

export const makeId = idMaker((count) => randomBytes(count));

export interface Stored {
  readonly document: Document;
  /** The number of the last change in it. */
  readonly revision: number;
}

export const GONE = (): Error => failure('no-production', 'This production is not here any more. Go back to your productions.', 404);

/** A production as it is stored; throws `no-production`. */
export async function loadProduction(db: Db, id: string): Promise<Stored> {
  const rows = await db('parts')
    .join('productions', 'productions.id', 'parts.production_id')
    .where({ production_id: id })
    .whereNull('deleted_at')
    .select('part', 'data', 'productions.revision');
  if (!rows.length) throw GONE();
  return { document: together(upgraded(Object.fromEntries(rows.map((row) => [row.part, row.data])))), revision: rows[0].revision };
}

/** The SQL of a production's document as JSON, from its parts; its id is the one binding, three times. */
const DOCUMENT_SQL = `jsonb_build_object(
  'production', (select data from parts where production_id = ? and part = 'production'),
  'characters', coalesce((select jsonb_object_agg(split_part(part, '/', 2), data) from parts where production_id = ? and part like 'characters/%'), '{}'),
  'scenes', coalesce((select jsonb_object_agg(split_part(part, '/', 2), data) from parts where production_id = ? and part like 'scenes/%'), '{}'))`;

/** A production's document as the text of its JSON: a large one is never taken apart here. */
export async function documentText(db: Db, id: string): Promise<string> {
  const { rows } = await db.raw(`select revision, ${DOCUMENT_SQL}::text as document from productions where id = ? and deleted_at is null`, [id, id, id, id]);
  if (!rows[0]) throw GONE();
  return rows[0].document as string;
}

/**
 * What a page opens with, as the text of its JSON, all of one moment: `document`, `revision`, `log` (changes of one client,
 * oldest first, for its undo) and `conflicts`.
 */
export const openedText = (db: Db, id: string, client: string): Promise<string> =>
  db.transaction(
    async (trx) => {
      const row = await trx('productions').where({ id }).whereNull('deleted_at').first('revision');
      if (!row) throw GONE();
      const log = await trx('changes').where({ production_id: id, client }).orderBy('revision').select('id', 'label', 'undoes', 'follows', 'window');
      const rest = JSON.stringify({ revision: row.revision, log, conflicts: await openConflicts(trx, id) });
      return `{"document":${await documentText(trx, id)},${rest.slice(1)}`;
    },
    { isolationLevel: 'repeatable read', readOnly: true },
  );

/** Conflicts of a production that nobody has decided, oldest first. */
export const openConflicts = async (db: Db, id: string): Promise<Conflict[]> =>
  (await db('conflicts').where({ production_id: id }).whereNull('decided_at').orderBy('at').select('id', 'label', 'window', 'at', 'parts', 'theirs')) as Conflict[];

/** Finds a production by id, slug or title. */
export async function findProduction(db: Db, name: string): Promise<string> {
  const row = await db('productions')
    .whereNull('deleted_at')
    .andWhere((q) => q.where({ id: name }).orWhere({ slug: name }).orWhereRaw('lower(title) = lower(?)', [name]))
    .orderBy('changed_at', 'desc')
    .first('id');
  if (!row) throw failure('no-production', `There is no production called “${name}”. Run ./kipzo without a name to see the ones there are.`, 404);
  return row.id;
}

/** A slug from a title that no other production has. */
async function freeSlug(db: Db, title: string): Promise<string> {
  const base =
    title
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .slice(0, 60)
      .replace(/^-|-$/g, '') || 'production';
  const taken = new Set((await db('productions').where('slug', 'like', `${base}%`).select('slug')).map(({ slug }) => slug as string));
  let slug = base;
  for (let n = 2; taken.has(slug); n++) slug = `${base}-${n}`;
  return slug;
}

/** Gives others their turn: a large production is checked part by part. */
const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** Stores a whole new production, under a slug that is free. @throws Failure `production-exists` where its id is known. */
export async function createProduction(db: Db, document: Document, client: string): Promise<void> {
  for (const key of partKeys(document)) {
    checkPart(document, key);
    if (key !== 'production' && (readPart(document, key) as { id: string }).id !== key.split('/')[1]) throw failure('invalid-part', `${key} has another id in it.`, 400);
    await breathe();
  }
  const { id, title, slug } = document.production;
  await newProduction(db, id, title, slug, client, async (trx, free) => {
    const production: Production = { ...document.production, slug: free };
    for (const key of partKeys(document))
      await trx('parts').insert({ production_id: id, part: key, data: JSON.stringify(key === 'production' ? production : readPart(document, key)) });
    await storeSummary(trx, production);
  });
}

/** The row of a new production and its first change; `fill` stores its parts. One at a time: two of the same title never get the same slug. */
async function newProduction(db: Db, id: string, title: string, asked: string, client: string, fill: (trx: Db, slug: string) => Promise<void>): Promise<void> {
  await db.transaction(async (trx) => {
    await trx.raw('select pg_advisory_xact_lock(7413)');
    if (await trx('productions').where({ id }).first('id'))
      throw failure('production-exists', 'This production is here already. Open it from the list, or duplicate it to have another one.', 409);
    const slug = (await trx('productions').where({ slug: asked }).first('id')) ? await freeSlug(trx, title) : asked;
    await trx('productions').insert({ id, slug, title, revision: 1 });
    await trx('changes').insert({ id: `cg_${id.slice(3)}`, production_id: id, revision: 1, client: `${client} made it`, label: 'New production', parts: '[]' });
    await fill(trx, slug);
  });
}

/** A new production under a slug of its title. */
export async function createNamed(db: Db, document: Document, client: string): Promise<void> {
  await createProduction(db, { ...document, production: { ...document.production, slug: await freeSlug(db, document.production.title) } }, client);
}

const COPY = ' (copy)';

/** A copy under a new id and title, with the same characters, scenes and media: within the database. */
export async function duplicateProduction(db: Db, source: string, client: string): Promise<string> {
  const row = await db('parts')
    .join('productions', 'productions.id', 'parts.production_id')
    .where({ production_id: source, part: 'production' })
    .whereNull('deleted_at')
    .first('data');
  if (!row) throw GONE();
  const original = row.data as Production;
  const id = makeId('production');
  const title = `${shortened(original.title, 120 - COPY.length)}${COPY}`;
  await newProduction(db, id, title, await freeSlug(db, title), client, async (trx, slug) => {
    await trx.raw('insert into parts (production_id, part, data, summary, words) select ?, part, data, summary, words from parts where production_id = ?', [id, source]);
    const production: Production = { ...original, id, title, slug };
    await trx('parts')
      .where({ production_id: id, part: 'production' })
      .update({ data: JSON.stringify(production) });
    await storeSummary(trx, production);
  });
  return id;
}

/** Takes a production out of the list; nothing of it is lost. */
export async function deleteProduction(db: Db, id: string): Promise<void> {
  if (!(await db('productions').where({ id }).whereNull('deleted_at').update({ deleted_at: db.fn.now() }))) throw GONE();
}

export async function restoreProduction(db: Db, id: string): Promise<void> {
  if (!(await db('productions').where({ id }).update({ deleted_at: null }))) throw failure('no-production', 'There is no such production to bring back.', 404);
}
