import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { Logger, makeWorkerUtils, type Runner, run, type WorkerEvents } from 'graphile-worker';
import { openDb } from '../db/db.ts';
import { tasksFor, type WorkerRole } from './tasks.ts';

const BEAT_MS = 2000;
/** A worker whose heart stood still this long is taken for dead; its work is taken over well within 20 s. */
const DEAD_SECONDS = 8;

/**
 * One worker process: takes its role's work from the queue, tells that it lives, and frees the jobs of workers that
 * stopped telling. `done` settles when the queue ends by itself, as it does where the database goes away.
 */
export async function startWorker(url: string, role: WorkerRole): Promise<{ stop(): Promise<void>; done: Promise<void> }> {
  const db = openDb(url, 4);
  const id = randomUUID();
  const utils = await makeWorkerUtils({ connectionString: url });
  /** Names under which the queue may have locked our job: the pool's and its worker's. */
  const names: string[] = [];
  // Listened to before the queue starts: its workers are made at once.
  const events = new EventEmitter() as unknown as WorkerEvents;
  events.on('worker:create', ({ worker }) => {
    names.push(worker.workerId);
  });
  events.on('pool:create', ({ workerPool }) => {
    names.push(workerPool.id);
  });
  const { concurrency, taskList } = tasksFor(role, db, url, id);
  const runner: Runner = await run({ connectionString: url, concurrency, pollInterval: 1000, noHandleSignals: true, events, logger: new Logger(() => () => {}), taskList });
  const beat = async (): Promise<void> => {
    try {
      await db('workers')
        .insert({ id, graphile_id: names.join(' '), pid: process.pid })
        .onConflict('id')
        .merge({ beat_at: db.fn.now(), graphile_id: names.join(' ') });
      const dead = await db('workers').whereRaw(`beat_at < now() - interval '${DEAD_SECONDS} seconds'`).select('id', 'graphile_id');
      if (!dead.length) return;
      await utils.forceUnlockWorkers(dead.flatMap((row) => String(row.graphile_id).split(' ')).filter(Boolean));
      await db('workers')
        .whereIn(
          'id',
          dead.map((row) => row.id),
        )
        .delete();
    } catch {
      // The database is away for a moment: the next beat tries again.
    }
  };
  await beat();
  const timer = setInterval(beat, BEAT_MS);
  return {
    async stop() {
      clearInterval(timer);
      await runner.stop().catch(() => {});
      await db('workers')
        .where({ id })
        .delete()
        .catch(() => {});
      await utils.release();
      await db.destroy();
    },
    done: runner.promise,
  };
}
