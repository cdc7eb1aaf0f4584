import { Command } from 'commander';
import { failure } from '#core/document/failure';
import { startWorker } from '../film/worker.ts';

const STOP_SECONDS = 10;

/** One render worker; needs nothing but the database's address. */
export const workerCommand = (): Command =>
  new Command('worker').description('Renders film segments from the queue until it is stopped').action(async () => {
    const url = process.env.DATABASE_URL;
    if (!url) throw failure('no-database', 'Set DATABASE_URL to the database whose films this worker shall render.');
    const worker = await startWorker(url);
    await new Promise<void>((resolve) => {
      process.on('SIGTERM', resolve);
      process.on('SIGINT', resolve);
      // The server that started this worker is gone, killed perhaps: nobody else would ever end it.
      process.on('disconnect', resolve);
    });
    // The database may be gone too; then stopping in order would wait for it.
    setTimeout(() => process.exit(0), STOP_SECONDS * 1000).unref();
    await worker.stop();
    if (process.connected) process.disconnect();
  });
