import { randomBytes } from 'node:crypto';
import { failure } from '#core/document/failure';
import { idMaker } from '#core/document/ids';
import { assemble, partKeys, readPart } from '#core/document/parts';
import type { Document, Production } from '#core/document/schema';
import { shortened } from '#core/document/text';
import { upgraded } from '#core/document/versions';
import { checkPart } from '#core/edit/change';
import type { Conflict } from '#core/edit/conflict';
import type { LoggedChange } from '#core/edit/undo';
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
  return { document: assemble(upgraded(Object.fromEntries(rows.map((row) => [row.part, row.data])))), revision: rows[0].revision };
}

export interface Opened extends Stored {
  /** Changes of one client, oldest first, for its undo. */
  readonly log: readonly (LoggedChange & { readonly window: string })[];
  readonly conflicts: readonly Conflict[];
}

/** What a page opens with: everything of one moment. */
export const openedProduction = (db: Db, id: string, client: string): Promise<Opened> =>
  db.transaction(
    async (trx) => ({
      ...(await loadProduction(trx, id)),
      log: (await trx('changes').where({ production_id: id, client }).orderBy('revision').select('id', 'label', 'undoes', 'follows', 'window')) as Opened['log'],
      conflicts: await openConflicts(trx, id),
    }),
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

/** Stores a whole new production, under a slug that is free. @throws Failure `production-exists` where its id is known. */
export async function createProduction(db: Db, document: Document, client: string): Promise<void> {
  const whole = assemble(Object.fromEntries(partKeys(document).map((key) => [key, readPart(document, key)])));
  for (const key of partKeys(whole)) checkPart(whole, key);
  const { id, title } = whole.production;
  await db.transaction(async (trx) => {
    // One at a time: two of the same title never get the same slug.
    await trx.raw('select pg_advisory_xact_lock(7413)');
    if (await trx('productions').where({ id }).first('id'))
      throw failure('production-exists', 'This production is here already. Open it from the list, or duplicate it to have another one.', 409);
    const asked = whole.production.slug;
    const slug = (await trx('productions').where({ slug: asked }).first('id')) ? await freeSlug(trx, title) : asked;
    const production: Production = { ...whole.production, slug };
    await trx('productions').insert({ id, slug, title, revision: 1 });
    for (const key of partKeys(whole)) await trx('parts').insert({ production_id: id, part: key, data: JSON.stringify(key === 'production' ? production : readPart(whole, key)) });
    await trx('changes').insert({ id: `cg_${id.slice(3)}`, production_id: id, revision: 1, client: `${client} made it`, label: 'New production', parts: '[]' });
    await storeSummary(trx, production);
  });
}

/** A new production under a slug of its title. */
export async function createNamed(db: Db, document: Document, client: string): Promise<void> {
  await createProduction(db, { ...document, production: { ...document.production, slug: await freeSlug(db, document.production.title) } }, client);
}

const COPY = ' (copy)';

/** A copy under a new id and title, with the same characters, scenes and media. */
export async function duplicateProduction(db: Db, id: string, client: string): Promise<string> {
  const { document } = await loadProduction(db, id);
  const title = `${shortened(document.production.title, 120 - COPY.length)}${COPY}`;
  const copy: Document = { ...document, production: { ...document.production, id: makeId('production'), title } };
  await createNamed(db, copy, client);
  return copy.production.id;
}

/** Takes a production out of the list; nothing of it is lost. */
export async function deleteProduction(db: Db, id: string): Promise<void> {
  if (!(await db('productions').where({ id }).whereNull('deleted_at').update({ deleted_at: db.fn.now() }))) throw GONE();
}

export async function restoreProduction(db: Db, id: string): Promise<void> {
  if (!(await db('productions').where({ id }).update({ deleted_at: null }))) throw failure('no-production', 'There is no such production to bring back.', 404);
}
