import { type ChildProcess, spawn } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, setPriority } from 'node:os';
import { join } from 'node:path';
import { createApp } from './api/app.ts';
import { migrate, openDb } from './db/db.ts';
import { tidyWhenIdle } from './idle.ts';
import { planAgain, sweepJobs } from './jobs/jobs.ts';
import type { WorkerRole } from './jobs/tasks.ts';
import { keepDatabase } from './keeper.ts';
import { ROOT } from './root.ts';
import { SCRATCH, sweepScratch } from './scratch.ts';
import { seedDemos } from './seed.ts';
import { speechResources } from './speech/resources.ts';

const url = process.env.DATABASE_URL;
if (!url) {
  console.error('DATABASE_URL is not set. Start Kipzo with ./start.');
  process.exit(1);
}
const port = Number(process.env.PORT ?? 4170);
const host = process.env.KIPZO_HOST ?? '127.0.0.1';
const count = Number(process.env.KIPZO_WORKERS ?? availableParallelism());
const addressFile = process.env.KIPZO_ADDRESS;

await sweepScratch();
const db = openDb(url);
await migrate(db, url);
await sweepJobs(db);
await planAgain(db);
speechResources();
if (process.env.KIPZO_SEED !== '0') await seedDemos(db, (text) => console.log(text));

const app = createApp({ db, hosts: (process.env.KIPZO_HOSTS ?? '').split(',').filter(Boolean), instance: process.env.KIPZO_INSTANCE });
const tidy = tidyWhenIdle();
const server = app.listen(port, host, (error?: Error) => {
  if (error) {
    console.error(`Port ${port} is taken by another program. Choose one with ./start --port N.`);
    process.exit(1);
  }
  if (addressFile) writeFileSync(addressFile, `http://${host}:${port}`);
  console.log(`Kipzo is at http://${host}:${port}`);
});

server.on('request', tidy.asked);

let stopping = false;
const endKeeping = keepDatabase(db, process.env.KIPZO_DATA, (text) => console.error(text));
const workers = new Set<ChildProcess>();
/** A worker that ends soon after its start, as without a database, is started again after ever longer pauses. */
const SHORT_LIFE_MS = 5000;
const LEAST_PAUSE_MS = 500;
const MOST_PAUSE_MS = 10_000;

/** mallopt(3): what is freed goes back to the system at once, also blocks that were large before. */
const SMALL_MEMORY = { MALLOC_ARENA_MAX: '2', MALLOC_MMAP_THRESHOLD_: '131072', MALLOC_TRIM_THRESHOLD_: '131072' };

function startWorker(role: WorkerRole, niceness: number, pause = LEAST_PAUSE_MS): void {
  if (stopping) return;
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/cli/main.ts'), 'worker', '--for', role], {
    cwd: ROOT,
    // The channel tells a worker when the server is no more.
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    // Large readbacks are fresh blocks: huge pages spare most of the page faults (rendering.md). What listens keeps its memory small instead.
    env: { ...process.env, KIPZO_SCRATCH: SCRATCH, ...(role === 'film' ? { GLIBC_TUNABLES: 'glibc.malloc.hugetlb=1' } : SMALL_MEMORY) },
  });
  const started = Date.now();
  if (child.pid) setPriority(child.pid, niceness);
  workers.add(child);
  child.on('exit', () => {
    workers.delete(child);
    const next = Date.now() - started > SHORT_LIFE_MS ? LEAST_PAUSE_MS : Math.min(MOST_PAUSE_MS, pause * 2);
    setTimeout(() => startWorker(role, niceness, next), pause);
  });
}
// What somebody waits for goes before what takes long; editing goes before both.
startWorker('quick', 5);
startWorker('sound', 10);
for (let n = 0; n < count; n++) startWorker('film', 12);

async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  endKeeping();
  tidy.end();
  if (addressFile) rmSync(addressFile, { force: true });
  for (const worker of workers) worker.kill('SIGTERM');
  server.closeAllConnections();
  server.close();
  const deadline = setTimeout(() => {
    for (const worker of workers) worker.kill('SIGKILL');
    process.exit(0);
  }, 4000);
  await Promise.all([...workers].map((worker) => new Promise((resolve) => worker.on('exit', resolve))));
  clearTimeout(deadline);
  await db.destroy();
  process.exit(0);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
