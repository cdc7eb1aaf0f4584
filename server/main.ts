import { type ChildProcess, spawn } from 'node:child_process';
import { availableParallelism, setPriority } from 'node:os';
import { join } from 'node:path';
import { createApp } from './api/app.ts';
import { migrate, openDb } from './db/db.ts';
import { ROOT } from './root.ts';
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

const db = openDb(url);
await migrate(db, url);
speechResources();
if (process.env.KIPZO_SEED !== '0') await seedDemos(db, (text) => console.log(text));

const app = createApp({ db, hosts: (process.env.KIPZO_HOSTS ?? '').split(',').filter(Boolean) });
const server = app.listen(port, host, (error?: Error) => {
  if (error) {
    console.error(`Port ${port} is taken by another program. Choose one with ./start --port N.`);
    process.exit(1);
  }
  console.log(`Kipzo is at http://${host}:${port}`);
});

let stopping = false;
const workers = new Set<ChildProcess>();
function startWorker(): void {
  if (stopping) return;
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/cli/main.ts'), 'worker'], {
    cwd: ROOT,
    // The channel tells a worker when the server is no more.
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    // Large readbacks are fresh blocks: huge pages spare most of the page faults (rendering.md).
    env: { ...process.env, GLIBC_TUNABLES: 'glibc.malloc.hugetlb=1' },
  });
  if (child.pid) setPriority(child.pid, 10);
  workers.add(child);
  child.on('exit', () => {
    workers.delete(child);
    setTimeout(startWorker, 500);
  });
}
for (let n = 0; n < count; n++) startWorker();

async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
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
