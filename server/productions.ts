import { randomBytes } from 'node:crypto';
import { Failure, failure } from '#core/document/failure';
import { idMaker } from '#core/document/ids';
import { assemble, partKeys, readPart } from '#core/document/parts';
import type { Document, Production } from '#core/document/schema';
import { upgraded } from '#core/document/versions';
import { applyPatches, type Change, checkPart, type PartChange } from '#core/edit/change';
import type { Db } from './db/db.ts';

export const makeId = idMaker((count) => randomBytes(count));

export interface Stored {
  readonly document: Document;
  readonly revisions: Readonly<Record<string, number>>;
}

/** A production with the revision of each part; throws `no-production`. */
export async function loadProduction(db: Db, id: string): Promise<Stored> {
  const rows = await db('parts')
    .join('productions', 'productions.id', 'parts.production_id')
    .where({ production_id: id })
    .whereNull('deleted_at')
    .select('part', 'revision', 'data');
  if (!rows.length) throw failure('no-production', 'This production is not here any more. Go back to your productions.', 404);
  return { document: assemble(upgraded(Object.fromEntries(rows.map((row) => [row.part, row.data])))), revisions: Object.fromEntries(rows.map((row) => [row.part, row.revision])) };
}

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
export async function freeSlug(db: Db, title: string): Promise<string> {
  const base =
    title
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'production';
  for (let n = 1; ; n++) {
    const slug = n === 1 ? base : `${base}-${n}`;
    if (!(await db('productions').where({ slug }).first('id'))) return slug;
  }
}

/** Stores a whole new production. */
export async function createProduction(db: Db, document: Document, client: string): Promise<void> {
  const whole = assemble(Object.fromEntries(partKeys(document).map((key) => [key, readPart(document, key)])));
  for (const key of partKeys(whole)) checkPart(whole, key);
  const { id, title } = whole.production;
  if (await db('productions').where({ id }).first('id')) return;
  const slug = (await db('productions').where({ slug: whole.production.slug }).first('id')) ? await freeSlug(db, title) : whole.production.slug;
  const production: Production = { ...whole.production, slug };
  await db.transaction(async (trx) => {
    await trx('productions').insert({ id, slug, title });
    for (const key of partKeys(whole))
      await trx('parts').insert({ production_id: id, part: key, revision: 1, data: JSON.stringify(key === 'production' ? production : readPart(whole, key)) });
    await trx('changes').insert({ id: `cg_${id.slice(3)}`, production_id: id, client: `${client} made it`, label: 'New production', parts: '[]' });
  });
}

/** Pointers that a part's patch touches. */
const touched = (change: PartChange): string[] => change.forward.map((operation) => operation.path);
const overlap = (a: string, b: string): boolean => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);

/**
 * Applies a change in one transaction: parts, log and title together, all or none. Sent again with the same id it
 * only answers. Where a part has moved on, the change is applied on top if no path meets; else `conflict`.
 */
export async function applyChange(db: Db, productionId: string, client: string, change: Change): Promise<Record<string, number>> {
  return db.transaction(async (trx) => {
    const production = await trx('productions').where({ id: productionId }).whereNull('deleted_at').forUpdate().first('id');
    if (!production) throw failure('no-production', 'This production is not here any more. Go back to your productions.', 404);
    const stored = await loadProduction(trx as unknown as Db, productionId);
    if (await trx('changes').where({ id: change.id }).first('seq')) return stored.revisions as Record<string, number>;
    for (const part of change.parts) {
      const revision = stored.revisions[part.part] ?? 0;
      if (part.base === revision) continue;
      const since = await trx('changes')
        .where({ production_id: productionId })
        .orderBy('seq', 'desc')
        .limit(Math.max(1, revision - part.base) * 2 + 20)
        .select('parts');
      const others = since.flatMap((row) => (row.parts as PartChange[]).filter((other) => other.part === part.part && other.base >= part.base));
      if (others.some((other) => touched(other).some((a) => touched(part).some((b) => overlap(a, b)))))
        throw failure('conflict', 'Somebody changed the same thing in another window. Your version is kept: look at both and decide.', 409);
    }
    let next: Document;
    try {
      next = applyPatches(stored.document, change.parts, 'forward');
      for (const { part } of change.parts) checkPart(next, part);
    } catch (thrown) {
      if (thrown instanceof Failure) throw thrown;
      throw failure('change-refused', 'This change does not fit what is stored. Reload the page; what was saved is safe.', 409);
    }
    const revisions: Record<string, number> = { ...stored.revisions };
    const parts: PartChange[] = [];
    for (const part of change.parts) {
      const base = stored.revisions[part.part] ?? 0;
      const data = readPart(next, part.part);
      revisions[part.part] = base + 1;
      parts.push({ ...part, base });
      if (data === undefined) await trx('parts').where({ production_id: productionId, part: part.part }).delete();
      else
        await trx('parts')
          .insert({ production_id: productionId, part: part.part, revision: base + 1, data: JSON.stringify(data) })
          .onConflict(['production_id', 'part'])
          .merge();
    }
    await trx('changes').insert({
      id: change.id,
      production_id: productionId,
      client,
      label: change.label,
      undoes: change.undoes ?? null,
      follows: change.follows ?? null,
      parts: JSON.stringify(parts),
    });
    await trx('productions').where({ id: productionId }).update({ title: next.production.title, changed_at: trx.fn.now() });
    return revisions;
  });
}

/** A copy under a new id and title, with the same characters, scenes and media. */
export async function duplicateProduction(db: Db, id: string, client: string): Promise<string> {
  const { document } = await loadProduction(db, id);
  const title = `${document.production.title} (copy)`;
  const copy: Document = { ...document, production: { ...document.production, id: makeId('production'), title, slug: await freeSlug(db, title) } };
  await createProduction(db, copy, client);
  return copy.production.id;
}
