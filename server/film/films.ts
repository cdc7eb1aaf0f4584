import { createHash, randomBytes } from 'node:crypto';
import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { FilmProgress } from '#core/document/answers';
import { Failure, failure } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { type FilmSchedule, schedule } from '#core/schedule/schedule';
import { clipped, type Segment, segmentsOf } from '#core/schedule/segments';
import { segmentInputs } from '#core/stage/segmentInputs';
import { ticksPerFrame } from '#core/time/ticks';
import type { Db } from '../db/db.ts';
import { putMedia } from '../media/store.ts';
import { loadAnalyses, loadResources } from '../resources.ts';
import { scratchFolder } from '../scratch.ts';
import { encoderVersion } from './encoder.ts';
import { formatOf } from './formats/index.ts';
import type { FilmOptions } from './options.ts';
import { renderSegment } from './renderSegment.ts';
import { drawingVersion } from './sourceVersions.ts';

export interface PlannedFilm {
  readonly film: FilmSchedule;
  readonly segments: readonly (Segment & { readonly key: string })[];
  readonly fromFrame: number;
  readonly toFrame: number;
}

/** A film's schedule and the segments it is made of, each with the key of all that its frames depend on. */
export async function planFilm(db: Db, document: Document, options: FilmOptions): Promise<PlannedFilm> {
  const analyses = await loadAnalyses(db, document);
  const film = schedule(document, (hash) => analyses.get(hash), options.fps);
  const frame = ticksPerFrame(options.fps);
  const last = Math.round(film.length / frame);
  const fromFrame = Math.min(last, Math.floor(options.from / frame));
  const toFrame = Math.min(last, options.to === null ? last : Math.ceil(options.to / frame));
  if (toFrame <= fromFrame) throw failure('empty-range', 'There is nothing between these two times. Choose a later end.');
  const fixed = JSON.stringify([drawingVersion(), encoderVersion(), formatOf(options.format).encode(options), options.captions]);
  const segments = clipped(segmentsOf(film), fromFrame, toFrame).map((segment) => ({
    ...segment,
    key: createHash('sha256').update(fixed).update(segmentInputs(film, segment)).digest('hex'),
  }));
  return { film, segments, fromFrame, toFrame };
}

/** Opens a film of a document (the text of its JSON) as it is now; it is planned next. Gives its id. */
export async function openFilm(db: Db, productionId: string, document: string, name: string, options: FilmOptions): Promise<string> {
  const id = `fi_${randomBytes(8).toString('hex')}`;
  await db('films').insert({ id, production_id: productionId, name, options: JSON.stringify(options), document, state: 'rendering' });
  return id;
}

/** Plans an open film: its segments, and a job for each that is not there yet. A film that cannot be says why. */
export async function planned(db: Db, id: string): Promise<void> {
  const row = await db('films').where({ id, state: 'rendering' }).first('document', 'options');
  if (!row || (await db('film_segments').where({ film_id: id }).first('index'))) return;
  let plan: PlannedFilm;
  try {
    plan = await planFilm(db, row.document as Document, row.options as FilmOptions);
  } catch (thrown) {
    if (thrown instanceof Failure) await db('films').where({ id }).update({ state: 'failed', error: thrown.message, ended_at: db.fn.now() });
    throw thrown;
  }
  const { segments, fromFrame, toFrame } = plan;
  await db.transaction(async (trx) => {
    await trx('films')
      .where({ id })
      .update({ report: JSON.stringify({ frames: toFrame - fromFrame }) });
    for (const [index, segment] of segments.entries()) {
      const known = await trx('segments').where({ key: segment.key }).first();
      const ready = known?.state === 'done';
      if (!known)
        await trx('segments')
          .insert({ key: segment.key, state: 'waiting', frames: segment.toFrame - segment.fromFrame })
          .onConflict('key')
          .ignore();
      else if (known.state === 'failed' || known.state === 'cancelled') await trx('segments').where({ key: segment.key }).update({ state: 'waiting', error: null, done: 0 });
      const { key, ...range } = segment;
      await trx('film_segments').insert({ film_id: id, index, key, range: JSON.stringify(range), reused: ready });
      if (!ready)
        await trx.raw('select graphile_worker.add_job(?, payload := ?, job_key := ?, max_attempts := 5)', ['render_segment', JSON.stringify({ film: id, index, key }), key]);
    }
  });
  await joinIfReady(db, id);
}

/** Opens and plans a film. Gives its id. */
export async function startFilm(db: Db, productionId: string, document: Document, name: string, options: FilmOptions): Promise<string> {
  const id = await openFilm(db, productionId, JSON.stringify(document), name, options);
  await planned(db, id);
  return id;
}

/** Queues the joining of a film once all of its segments are there. */
export async function joinIfReady(db: Db, film: string): Promise<void> {
  const open = await db('film_segments').join('segments', 'segments.key', 'film_segments.key').where({ film_id: film }).whereNot('segments.state', 'done').first('segments.key');
  if (!open) await db.raw('select graphile_worker.add_job(?, payload := ?, job_key := ?, max_attempts := 3)', ['join_film', JSON.stringify({ film }), `join ${film}`]);
}

/** Renders one segment for whichever films still want it. Called by a worker. */
export async function doSegment(db: Db, payload: { film: string; index: number; key: string }, worker: string): Promise<void> {
  const wanted = async (): Promise<boolean> =>
    (await db('film_segments').join('films', 'films.id', 'film_segments.film_id').where({ key: payload.key, state: 'rendering' }).first('films.id')) !== undefined;
  const row = await db('segments').where({ key: payload.key }).first();
  if (!row || row.state === 'done') return finished(db, payload.key);
  if (!(await wanted())) return;
  const film = await db('films').where({ id: payload.film }).first();
  const link = await db('film_segments').where({ film_id: payload.film, index: payload.index }).first();
  if (!film || !link) return;
  await db('segments').where({ key: payload.key }).update({ state: 'rendering', worker, done: 0, error: null, at: db.fn.now() });
  const document = film.document as Document;
  const options = film.options as FilmOptions;
  const folder = await scratchFolder('segment');
  const stop = new AbortController();
  let done = 0;
  const watch = setInterval(async () => {
    try {
      // A beat that comes late says nothing of what has ended meanwhile.
      await db('segments').where({ key: payload.key, state: 'rendering' }).update({ done, at: db.fn.now() });
      if (!(await wanted())) stop.abort();
    } catch {
      // The database is away for a moment: the next beat tries again.
    }
  }, 400);
  try {
    const resources = await loadResources(db, document);
    const plan = schedule(document, resources.analysis, options.fps);
    const file = join(folder, `segment.${formatOf(options.format).extension}`);
    await renderSegment(plan, link.range as Segment, options, resources, file, {
      signal: stop.signal,
      onFrame: (frame) => {
        done = frame;
      },
    }).finally(resources.end);
    clearInterval(watch);
    const media = await putMedia(db, await readFile(file), { kind: 'segment', type: formatOf(options.format).type, name: 'segment' });
    await db('segments').where({ key: payload.key }).update({ state: 'done', media: media.hash, done: row.frames, at: db.fn.now() });
    await finished(db, payload.key);
  } catch (thrown) {
    clearInterval(watch);
    if (stop.signal.aborted) {
      await db('segments').where({ key: payload.key }).update({ state: 'cancelled', done: 0, media: null });
      return;
    }
    const sentence = thrown instanceof Error ? thrown.message : String(thrown);
    await db('segments')
      .where({ key: payload.key })
      .update({ state: 'failed', error: `Frame ${done}: ${sentence}` });
    throw thrown;
  } finally {
    clearInterval(watch);
    await rm(folder, { recursive: true, force: true });
  }
}

async function finished(db: Db, key: string): Promise<void> {
  const films = await db('film_segments').join('films', 'films.id', 'film_segments.film_id').where({ key, state: 'rendering' }).select('films.id');
  for (const { id } of films) await joinIfReady(db, id);
}

/** Stops a film; workers drop its unfinished segments, finished ones stay for the next export. */
export async function cancelFilm(db: Db, id: string): Promise<void> {
  await db('films').where({ id, state: 'rendering' }).update({ state: 'cancelled', ended_at: db.fn.now() });
}

/** Where a film stands: frames done, and the time left from its own speed so far. */
export async function filmProgress(db: Db, id: string): Promise<FilmProgress> {
  const film = await db('films').where({ id }).first();
  if (!film) throw failure('no-film', 'That export is gone. Start a new one.', 404);
  const links = await db('film_segments')
    .join('segments', 'segments.key', 'film_segments.key')
    .where({ film_id: id })
    .select('segments.state', 'segments.frames', 'segments.done', 'segments.error', 'film_segments.reused', 'film_segments.range');
  const span = (link: { range: Segment }): number => link.range.toFrame - link.range.fromFrame;
  const frames = links.reduce((sum, link) => sum + span(link), 0);
  const done = links.reduce((sum, link) => sum + (link.state === 'done' ? span(link) : Math.min(link.done, span(link))), 0);
  const own = links.filter((link) => !link.reused);
  const ownFrames = own.reduce((sum, link) => sum + span(link), 0);
  const ownDone = own.reduce((sum, link) => sum + (link.state === 'done' ? span(link) : link.done), 0);
  const seconds = (Date.now() - new Date(film.created_at).getTime()) / 1000;
  const failed = links.find((link) => link.state === 'failed');
  return {
    id,
    name: film.name,
    state: film.state,
    error: film.error ?? (failed && film.state === 'rendering' ? null : (failed?.error ?? null)),
    frames,
    done,
    media: film.media,
    reused: links.filter((link) => link.reused).length,
    segments: links.length,
    secondsLeft: film.state === 'rendering' && ownDone > 5 ? Math.ceil((seconds / ownDone) * (ownFrames - ownDone)) + 1 : null,
  };
}
