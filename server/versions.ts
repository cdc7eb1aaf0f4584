import { randomBytes } from 'node:crypto';
import type { ListedVersion, VersionList } from '#core/document/answers';
import { failure } from '#core/document/failure';
import { assemble, partKeys, readPart } from '#core/document/parts';
import type { Document } from '#core/document/schema';
import { upgraded, upgradedChanges } from '#core/document/versions';
import { applyPatches, type PartChange } from '#core/edit/change';
import type { Db } from './db/db.ts';
import { doJob } from './jobs/jobs.ts';
import { scenePicture } from './poster.ts';
import { documentText, GONE, loadProduction } from './productions.ts';

/** Every so many changes the whole production is kept, so that no moment is further than that from a whole one. */
export const KEPT_EVERY = 200;
/** Changes within so many seconds of the clock are one moment in the list. */
const MOMENT_S = 600;
/** Moments that the list goes back. */
const MOST_MOMENTS = 300;
/** Labels told of one moment. */
const MOST_LABELS = 6;
/** Another way to count back or to paint makes documents and pictures anew. */
const VERSIONS_VERSION = 1;

const makeVersionId = (): string => `ve_${randomBytes(6).toString('hex')}`;
const keyOf = (production: string, revision: number, scene?: string): string => `version ${VERSIONS_VERSION} ${production} ${revision} ${scene ?? ''}`;

/** Keeps the whole production as it is stored now; called with each change, it does so where one is due. */
export async function keepEverySoOften(db: Db, production: string, revision: number): Promise<void> {
  if (revision % KEPT_EVERY === 0) await db('versions').insert({ id: makeVersionId(), production_id: production, revision, document: await documentText(db, production) });
}

/**
 * A production as it was after a change: from the nearest whole one that is kept after it, or today's, by taking back every change
 * since. Linear in those changes.
 * @throws Failure `no-version` where the production was never there.
 */
export async function documentAt(db: Db, production: string, revision: number): Promise<Document> {
  const today = await loadProduction(db, production);
  if (revision < 1 || revision > today.revision) throw failure('no-version', 'There is no such moment in the history of this production. Choose another one.', 404);
  const kept = await db('versions')
    .where({ production_id: production })
    .andWhere('revision', '>=', revision)
    .orderBy('revision')
    .whereNotNull('document')
    .first('revision', 'document');
  const from = kept ? kept.revision : today.revision;
  const whole = kept ? assembled(kept.document as Document) : today.document;
  const rows = (await db('changes')
    .where({ production_id: production })
    .andWhere('revision', '>', revision)
    .andWhere('revision', '<=', from)
    .orderBy('revision', 'desc')
    .select('parts')) as { parts: PartChange[] }[];
  const back = rows.flatMap(({ parts }) => upgradedChanges(parts));
  return back.length ? applyPatches(whole, back, 'inverse') : whole;
}

/** A kept document, brought forward where an older Kipzo kept it. */
const assembled = (document: Document): Document => assemble(upgraded(Object.fromEntries(partKeys(document).map((key) => [key, readPart(document, key)]))));

/** The task of a worker: the document of a moment, or a picture of one of its scenes, kept for whoever asks next. */
export async function keepVersion(db: Db, production: string, revision: number, scene?: string): Promise<{ key: string }> {
  const key = keyOf(production, revision, scene);
  const document = await documentAt(db, production, revision);
  const bytes = scene === undefined ? Buffer.from(JSON.stringify(document)) : await scenePicture(db, document, scene === 'first' ? undefined : scene);
  await db('derived').insert({ key, bytes }).onConflict('key').ignore();
  return { key };
}

/** The document of a moment as JSON, or with `scene` (an id, or `first`) a PNG of that; a worker makes what is not kept. */
export async function versionOf(db: Db, production: string, revision: number, signal: AbortSignal, scene?: string): Promise<Buffer> {
  const row = await db('productions').where({ id: production }).whereNull('deleted_at').first('id');
  if (!row) throw GONE();
  const key = keyOf(production, revision, scene);
  const find = async (): Promise<Buffer | undefined> => (await db('derived').where({ key }).first('bytes'))?.bytes;
  const known = await find();
  if (known) return known;
  await doJob(db, 'version', { production, revision, ...(scene === undefined ? {} : { scene }) }, signal);
  const made = await find();
  if (!made) throw failure('no-version', 'This version could not be put together. Ask for it again.', 503);
  return made;
}

/** What a production can go back to: named versions, and moments at which somebody worked, newest first. */
export async function listVersions(db: Db, production: string): Promise<VersionList> {
  const row = await db('productions').where({ id: production }).whereNull('deleted_at').first('revision');
  if (!row) throw GONE();
  const { rows } = (await db.raw(
    `select max(revision) as revision, max(at) as at, count(*) filter (where not by_machine)::int as changes,
      (array_agg(label order by revision desc) filter (where not by_machine))[1:?] as labels
      from changes where production_id = ? group by floor(extract(epoch from at) / ?) order by revision desc limit ?`,
    [MOST_LABELS * 3, production, MOMENT_S, MOST_MOMENTS],
  )) as { rows: { revision: number; at: Date; changes: number; labels: string[] | null }[] };
  const named = await db('versions')
    .where({ production_id: production })
    .whereNotNull('name')
    .orderBy('revision', 'desc')
    .orderBy('at', 'desc')
    .select('id', 'name', 'revision', 'at');
  return {
    revision: row.revision,
    named: named.map((one): ListedVersion => ({ id: one.id, name: one.name, revision: one.revision, at: one.at, changes: 0, labels: [] })),
    moments: rows.map(({ revision, at, changes, labels }) => ({ revision, at: at.toISOString(), changes, labels: [...new Set(labels ?? [])].slice(0, MOST_LABELS) })),
  };
}

/** The single changes between two moments (after `from`, up to `to`), newest first. */
export async function stepsBetween(db: Db, production: string, from: number, to: number): Promise<ListedVersion[]> {
  const rows = await db('changes')
    .where({ production_id: production, by_machine: false })
    .andWhere('revision', '>', from)
    .andWhere('revision', '<=', to)
    .orderBy('revision', 'desc')
    .limit(MOST_MOMENTS)
    .select('revision', 'at', 'label');
  return rows.map(({ revision, at, label }) => ({ revision, at, changes: 1, labels: [label] }));
}

/** Gives a moment a name, so that it is found again; the whole of it is kept. */
export async function nameVersion(db: Db, production: string, revision: number, name: string, signal: AbortSignal): Promise<{ id: string }> {
  const document = (await versionOf(db, production, revision, signal)).toString();
  const id = makeVersionId();
  const change = await db('changes').where({ production_id: production, revision }).first('at');
  await db('versions').insert({ id, production_id: production, revision, name, document, ...(change ? { at: change.at } : {}) });
  return { id };
}

export async function renameVersion(db: Db, production: string, id: string, name: string): Promise<void> {
  if (!(await db('versions').where({ id, production_id: production }).whereNotNull('name').update({ name }))) throw NO_VERSION();
}

/** Takes a name away; the moment stays in the history. */
export async function forgetVersion(db: Db, production: string, id: string): Promise<void> {
  if (!(await db('versions').where({ id, production_id: production }).whereNotNull('name').update({ name: null }))) throw NO_VERSION();
}

const NO_VERSION = (): Error => failure('no-version', 'That version has no name any more. Look for its moment in the list.', 404);
