import { Command } from 'commander';
import { failure } from '#core/document/failure';
import { startWorker } from '../film/worker.ts';

/** One render worker; needs nothing but the database's address. */
export const workerCommand = (): Command =>
  new Command('worker').description('Renders film segments from the queue until it is stopped').action(async () => {
    const url = process.env.DATABASE_URL;
    if (!url) throw failure('no-database', 'Set DATABASE_URL to the database whose films this worker shall render.');
    const worker = await startWorker(url);
    await new Promise<void>((resolve) => {
      process.on('SIGTERM', resolve);
      process.on('SIGINT', resolve);
    });
    await worker.stop();
  });
