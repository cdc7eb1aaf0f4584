import { Command, Option } from 'commander';
import { failure } from '#core/document/failure';
import { WORKER_ROLES, type WorkerRole } from '../jobs/tasks.ts';
import { startWorker } from '../jobs/worker.ts';

const STOP_SECONDS = 10;

/** One worker process; needs nothing but the database's address. */
export const workerCommand = (): Command => {
  const role = new Option('--for <work>', 'what it takes from the queue').choices(WORKER_ROLES).default('all');
  return new Command('worker')
    .description('Does work from the queue until it is stopped')
    .addOption(role)
    .action(async ({ for: work }: { for: WorkerRole }) => {
      const url = process.env.DATABASE_URL;
      if (!url) throw failure('no-database', 'Set DATABASE_URL to the database whose work this worker shall do.');
      let stop = (): void => {};
      const stopped = new Promise<void>((resolve) => {
        stop = () => {
          // The database may be gone too; then stopping in order would wait for it.
          setTimeout(() => process.exit(0), STOP_SECONDS * 1000).unref();
          resolve();
        };
      });
      process.on('SIGTERM', stop);
      process.on('SIGINT', stop);
      // The server that started this worker is gone, killed perhaps: nobody else would ever end it. It may be gone already.
      process.on('disconnect', stop);
      if (process.send && !process.connected) return;
      const worker = await startWorker(url, work);
      // The queue may end by itself: whoever started this worker starts another one when the database is back.
      void worker.done.catch(() => {}).then(stop);
      if (process.send && !process.connected) stop();
      await stopped;
      await worker.stop();
      if (process.connected) process.disconnect();
    });
};
