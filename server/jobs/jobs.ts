import { randomBytes } from 'node:crypto';
import { rm } from 'node:fs/promises';
import type { JobAnswer } from '#core/document/answers';
import { Failure, failure, sentenceOf } from '#core/document/failure';
import type { Db } from '../db/db.ts';

/** Work that worker processes do for requests; each kind has a task in tasks.ts. */
export type JobKind = 'import_sound' | 'import_picture' | 'import_clip' | 'analyse' | 'clean' | 'draft' | 'poster' | 'version' | 'plan_film';

/** How often a request looks after its job, and a worker after whether its job is still wanted. */
const LOOK_MS = 40;
const WATCH_MS = 200;
/** A job is tried again where its worker was killed. */
const TRIES = 3;

const answerOf = (row: { id: string; state: JobAnswer['state']; progress: number; result: unknown; error: JobAnswer['error'] }): JobAnswer => ({
  id: row.id,
  state: row.state,
  progress: Number(row.progress),
  result: row.result ?? null,
  error: row.error ?? null,
});

/** Puts a job into the queue. Gives its id. */
export async function startJob(db: Db, kind: JobKind, input: object): Promise<string> {
  const id = `jb_${randomBytes(8).toString('hex')}`;
  await db.transaction(async (trx) => {
    await trx('jobs').insert({ id, kind, state: 'waiting', input: JSON.stringify(input) });
    await trx.raw('select graphile_worker.add_job(?, payload := ?, max_attempts := ?)', [kind, JSON.stringify({ job: id }), TRIES]);
  });
  return id;
}

export async function jobAnswer(db: Db, id: string): Promise<JobAnswer> {
  const row = await db('jobs').where({ id }).first('id', 'state', 'progress', 'result', 'error');
  if (!row) throw failure('no-job', 'That work is not known any more. Start it again.', 404);
  return answerOf(row);
}

const ended = ({ state }: JobAnswer): boolean => state === 'done' || state === 'failed' || state === 'cancelled';

/** Waits until a job has ended, has gone on from `progress`, or the time is up; then tells how it stands. */
export async function watchJob(db: Db, id: string, progress: number, milliseconds: number, signal: AbortSignal): Promise<JobAnswer> {
  const until = Date.now() + milliseconds;
  for (;;) {
    const answer = await jobAnswer(db, id);
    if (ended(answer) || answer.progress > progress + 0.005 || Date.now() > until || signal.aborted) return answer;
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}

/**
 * Does a job and gives its result; the job ends with the request.
 * @throws Failure as the worker met it; `cancelled` where the request went away.
 */
export async function doJob<T>(db: Db, kind: JobKind, input: object, signal: AbortSignal): Promise<T> {
  const id = await startJob(db, kind, input);
  for (;;) {
    const { state, result, error } = await watchJob(db, id, 2, 60_000, signal);
    if (state === 'done') return result as T;
    if (state === 'failed') throw failure(error?.code ?? 'job-failed', error?.detail ?? 'This could not be done. Try again.', error?.status ?? 500);
    if (state === 'cancelled' || signal.aborted) {
      await cancelJob(db, id);
      throw failure('cancelled', 'This was stopped.', 499);
    }
  }
}

/** Stops a job; a file that was uploaded for it goes too, also where no worker has looked at it yet. */
export async function cancelJob(db: Db, id: string): Promise<void> {
  const [stopped] = await db('jobs').where({ id }).whereIn('state', ['waiting', 'working']).update({ state: 'cancelled' }, ['input']);
  const { path } = (stopped?.input ?? {}) as { path?: string };
  if (path) await rm(path, { force: true });
}

/** What a task has to do its work with. */
export interface Work {
  readonly signal: AbortSignal;
  /** Tells how far it is, 0..1. */
  progress(share: number): void;
}

/** Runs a job in a worker: states, progress, cancel, its result or why it failed. Called by the queue. */
export async function runJob(db: Db, id: string, task: (input: never, work: Work) => Promise<unknown>): Promise<void> {
  const started = await db('jobs').where({ id }).whereIn('state', ['waiting', 'working']).update({ state: 'working', progress: 0 }, ['input']);
  const input = started[0]?.input;
  if (!input) return;
  const stop = new AbortController();
  let told = 0;
  let share = 0;
  const watch = setInterval(async () => {
    try {
      const state = (await db('jobs').where({ id }).first('state'))?.state;
      if (state !== 'working') stop.abort();
      else if (share > told)
        await db('jobs')
          .where({ id, state: 'working' })
          .update({ progress: (told = share) });
    } catch {
      // The database is away for a moment: the next look tries again.
    }
  }, WATCH_MS);
  try {
    const result = await task(input as never, { signal: stop.signal, progress: (now) => (share = Math.min(1, now)) });
    await db('jobs')
      .where({ id, state: 'working' })
      .update({ state: 'done', progress: 1, result: JSON.stringify(result ?? null) });
  } catch (thrown) {
    if (stop.signal.aborted) return;
    const known = thrown instanceof Failure;
    const error: JobAnswer['error'] = {
      code: known ? thrown.code : 'job-failed',
      detail: known ? thrown.message : `This could not be done: ${sentenceOf(thrown)}`,
      status: known ? thrown.status : 500,
    };
    await db('jobs')
      .where({ id, state: 'working' })
      .update({ state: 'failed', error: JSON.stringify(error) });
  } finally {
    clearInterval(watch);
  }
}

/** Jobs that ended a day ago are told to nobody any more. */
export const sweepJobs = (db: Db): Promise<number> => db('jobs').whereRaw("at < now() - interval '1 day'").delete();

/** Films that were open when everything was killed, and not planned yet, are planned. */
export async function planAgain(db: Db): Promise<void> {
  const films: { id: string }[] = await db('films').where({ state: 'rendering' }).whereNotExists(db('film_segments').whereRaw('film_segments.film_id = films.id')).select('id');
  for (const { id } of films) await startJob(db, 'plan_film', { film: id });
}
