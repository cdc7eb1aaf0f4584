import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { openDb } from '#server/db/db';
import { ROOT } from '#server/root';

/** The whole product as ./start runs it, on a database and a port of its own: server, workers, sample films. */
export async function openHouse(): Promise<{ url: string; database: string; server(): ChildProcess; restart(): Promise<void>; end(): Promise<void> }> {
  const base = process.env.DATABASE_URL;
  if (!base) throw new Error('Run the tests through ./test: it starts the database that they need.');
  const name = `e_${Date.now().toString(36)}`;
  const admin = openDb(base, 2);
  await admin.raw(`create database ${name}`);
  const database = base.replace(/\/[^/]*$/, `/${name}`);
  const port = await new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port: free } = probe.address() as { port: number };
      probe.close(() => resolve(free));
    });
  });
  let child: ChildProcess;
  const start = (): Promise<void> =>
    new Promise((resolve, reject) => {
      child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
        cwd: ROOT,
        env: { ...process.env, DATABASE_URL: database, PORT: String(port), KIPZO_WORKERS: '2' },
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      child.stdout?.on('data', (data: Buffer) => {
        if (data.toString().includes('Kipzo is at')) resolve();
      });
      child.on('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
    });
  await start();
  return {
    url: `http://127.0.0.1:${port}`,
    database,
    server: () => child,
    restart: start,
    async end() {
      child.removeAllListeners('exit');
      const gone = new Promise((resolve) => child.on('exit', resolve));
      child.kill('SIGTERM');
      await gone;
      await admin.raw(`drop database if exists ${name} with (force)`);
      await admin.destroy();
    },
  };
}
