import { failure } from '#core/document/failure';
import { assemble } from '#core/document/parts';
import type { Document } from '#core/document/schema';
import { upgraded } from '#core/document/versions';
import { paintFully } from '#core/paint/incremental';
import { type SceneSchedule, schedule } from '#core/schedule/schedule';
import { evaluate } from '#core/stage/evaluate';
import { inOrder } from '#core/time/order';
import type { Db } from './db/db.ts';
import { doJob } from './jobs/jobs.ts';
import { nodePainter, toPng } from './paint/host.ts';
import { GONE } from './productions.ts';
import { loadResources } from './resources.ts';

/** Longer side in pixels. */
const SIDE = 400;
/** Another way to choose or paint it makes new posters. */
const POSTER_VERSION = 5;

const kept = (id: string): string => `poster ${POSTER_VERSION} ${id} `;

/** A production's poster as PNG: the stored one, else one that a worker makes. */
export async function posterOf(db: Db, id: string, signal: AbortSignal): Promise<Buffer> {
  const row = await db('productions').where({ id }).whereNull('deleted_at').first('revision');
  if (!row) throw GONE();
  const find = async (): Promise<Buffer | undefined> =>
    (
      await db('derived')
        .where({ key: kept(id) + row.revision })
        .first('bytes')
    )?.bytes;
  const known = await find();
  if (known) return known;
  const made = await doJob<{ key: string }>(db, 'poster', { production: id }, signal);
  const bytes = (await db('derived').where({ key: made.key }).first('bytes'))?.bytes ?? (await find());
  if (!bytes) throw failure('no-poster', 'The picture of this production changed just now. Ask for it again.', 503);
  return bytes;
}

/** The poster that is kept of a production, of its newest state or one before it; undefined until one was made. Makes none. */
export async function keptPosterOf(db: Db, id: string): Promise<Buffer | undefined> {
  if (!(await db('productions').where({ id }).whereNull('deleted_at').first('id'))) throw GONE();
  const row = await db('derived')
    .where('key', 'like', `${kept(id)}%`)
    .first('bytes');
  return row?.bytes;
}

/** Paints the poster from the first scene alone and keeps it in place of older ones. Gives the key it is kept under. */
export async function makePoster(db: Db, id: string): Promise<{ key: string }> {
  const [first] = await db('parts').where({ production_id: id }).andWhere('part', 'like', 'scenes/%').orderByRaw(`data ->> 'order', part`).limit(1).select('part');
  if (!first) throw failure('no-scene', 'This production has no scene yet.', 404);
  const rows = await db('parts')
    .join('productions', 'productions.id', 'parts.production_id')
    .where({ production_id: id })
    .andWhere((q) => q.whereIn('part', ['production', first.part]).orWhere('part', 'like', 'characters/%'))
    .select('part', 'data', 'revision');
  const key = kept(id) + rows[0].revision;
  const bytes = await scenePicture(db, assemble(upgraded(Object.fromEntries(rows.map((row) => [row.part, row.data])))));
  await db.transaction(async (trx) => {
    await trx('derived')
      .where('key', 'like', `${kept(id)}%`)
      .delete();
    await trx('derived').insert({ key, bytes }).onConflict('key').ignore();
  });
  return { key };
}

/** A PNG of a scene (the first if left out) where its first real line is said. @throws Failure `no-scene` */
export async function scenePicture(db: Db, whole: Document, id?: string): Promise<Buffer> {
  const [only] = id === undefined ? inOrder(whole.scenes) : Object.entries(whole.scenes).filter(([one]) => one === id);
  if (!only) throw failure('no-scene', 'This production has no scene yet.', 404);
  const document = { ...whole, scenes: { [only[0]]: only[1] } };
  const resources = await loadResources(db, document);
  const scene = schedule(document, resources.analysis).scenes[0] as SceneSchedule;
  // A moment when somebody speaks shows more of a film than its first frame.
  const line = scene.lines.find(({ words }) => words.length > 2) ?? scene.lines[0];
  const tick = line ? Math.round(line.start + (line.end - line.start) * 0.4) : 0;
  const picture = evaluate(document, scene, tick, resources.fonts, { captions: false, wholeSet: true });
  const width = Math.round((SIDE * picture.width) / Math.max(picture.width, picture.height));
  const height = Math.round((width * picture.height) / picture.width);
  await resources.bring(picture);
  const surface = paintFully(nodePainter(resources.picture), picture, width, height);
  resources.end();
  return toPng(surface);
}
