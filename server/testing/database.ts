import { randomBytes } from 'node:crypto';
import type { JobAnswer } from '#core/document/answers';
import { createApp } from '../api/app.ts';
import { type Db, migrate, openDb } from '../db/db.ts';
import { startWorker } from '../jobs/worker.ts';

/** An empty database of its own on the server that ./test started; dropped by `end`. */
export async function emptyDatabase(): Promise<{ db: Db; url: string; end(): Promise<void> }> {
  const base = process.env.DATABASE_URL;
  if (!base) throw new Error('Run the tests through ./test: it starts the database that they need.');
  const name = `t_${randomBytes(6).toString('hex')}`;
  const admin = openDb(base, 2);
  await admin.raw(`create database ${name}`);
  const url = base.replace(/\/[^/]*$/, `/${name}`);
  const db = openDb(url, 6);
  return {
    db,
    url,
    async end() {
      await db.destroy();
      await admin.raw(`drop database if exists ${name} with (force)`);
      await admin.destroy();
    },
  };
}

/** One that is migrated from empty. */
export async function freshDatabase(): Promise<{ db: Db; url: string; end(): Promise<void> }> {
  const base = await emptyDatabase();
  await migrate(base.db, base.url);
  return base;
}

/** The HTTP side on a free port of loopback. */
export async function listen(db: Db): Promise<{ url: string; end(): void }> {
  const server = createApp({ db, silent: true }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as { port: number };
  return {
    url: `http://127.0.0.1:${port}`,
    end() {
      server.closeAllConnections();
      server.close();
    },
  };
}

/** A worker of every kind in this process, for tests whose requests are jobs. */
export async function working(url: string): Promise<{ end(): Promise<void> }> {
  const worker = await startWorker(url, 'all');
  return { end: () => worker.stop() };
}

/** How a job ended, asked for as the page does. */
export async function jobEnd(url: string, job: string): Promise<JobAnswer> {
  for (let after = -1; ; ) {
    const answer = (await (await fetch(`${url}/api/jobs/${job}?after=${after}`)).json()) as JobAnswer;
    if (answer.state !== 'waiting' && answer.state !== 'working') return answer;
    after = answer.progress;
  }
}
