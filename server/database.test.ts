import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asFailure, databaseGone } from './api/failures.ts';
import { healthOf } from './api/health.ts';
import { openDb } from './db/db.ts';
import { keepDatabase } from './keeper.ts';
import { ROOT } from './root.ts';

/** Runs lines of bash with the database's functions at hand. */
const bash = (lines: string): string =>
  execFileSync('bash', ['-c', `say() { printf '%s\\n' "$*" >&2; }; ROOT=${ROOT}; . ${join(ROOT, 'scripts/database.sh')}; ${lines}`], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, DATABASE_URL: '' },
  });

let data: string;
const pidFile = (): string => join(data, 'pg/data/postmaster.pid');
const up = (): string => bash(`start_database ${data} "-c fsync=off" && printf %s "$DATABASE_URL"`);
const pid = (): number => Number(readFileSync(pidFile(), 'utf8').split('\n')[0]);
beforeAll(() => {
  data = mkdtempSync(join(tmpdir(), 'kipzo-db-test-'));
  chmodSync(data, 0o755);
});
afterAll(() => {
  bash(`find_database ${data} && PG_STARTED=1 && stop_database`);
  rmSync(data, { recursive: true, force: true });
});

describe('our database', () => {
  let url: string;
  it('is made, found again where it runs, and keeps its address over a kill', async () => {
    url = up();
    expect(up()).toBe(url);
    process.kill(pid(), 'SIGKILL');
    expect(up()).toBe(url);
    const db = openDb(url, 2);
    expect(await healthOf(db, 'mine')).toEqual({ ok: true, database: true, instance: 'mine' });
    await db.destroy();
  });
  it('is never taken for another process that its stale pid file names, and that one lives on', () => {
    const other = spawn('sleep', ['60']);
    process.kill(pid(), 'SIGKILL');
    const lines = readFileSync(pidFile(), 'utf8').split('\n');
    writeFileSync(pidFile(), [String(other.pid), ...lines.slice(1)].join('\n'));
    expect(up()).toBe(url);
    bash(`find_database ${data} && PG_STARTED=1 && stop_database`);
    expect(existsSync(pidFile())).toBe(false);
    expect(other.exitCode).toBeNull();
    expect(spawnSync('kill', ['-0', String(other.pid)]).status).toBe(0);
    other.kill();
  });
  it('that went away is said to be gone, answered for with 503, and brought back', async () => {
    up();
    const db = openDb(url, 4);
    await db.raw('select 1');
    const said: string[] = [];
    const end = keepDatabase(db, data, (text) => said.push(text));
    process.kill(pid(), 'SIGKILL');
    let failure: unknown;
    for (let n = 0; n < 200 && !failure; n++) {
      failure = await db.raw('select 1').then(
        () => undefined,
        (thrown: unknown) => thrown,
      );
    }
    expect(databaseGone(failure)).toBe(true);
    expect(asFailure(failure)).toMatchObject({ status: 503, code: 'database-gone' });
    expect(asFailure(failure).message).toMatch(/^The database is gone: /);
    for (let n = 0; n < 600 && said.length < 2; n++) await new Promise((resolve) => setTimeout(resolve, 100));
    expect(said[0]).toMatch(/^The database is gone: /);
    expect(said[1]).toBe('The database is back.');
    expect((await healthOf(db, undefined)).ok).toBe(true);
    end();
    await db.destroy();
  });
  it('of somebody else is not brought back, but told', async () => {
    const db = openDb('postgres://nobody:x@127.0.0.1:1/none', 1);
    expect(await healthOf(db, undefined)).toMatchObject({ ok: false, database: false });
    await db.destroy();
  });
});

describe('./start', () => {
  const start = (...args: string[]) => spawnSync('bash', [join(ROOT, 'start'), ...args], { encoding: 'utf8', env: { ...process.env, DATABASE_URL: '' } });
  it('refuses a folder in which nothing can be written, in a sentence, and makes nothing elsewhere', () => {
    const { status, stderr } = start('--data', '/proc/kipzo');
    expect(status).toBe(1);
    expect(stderr).toMatch(/^Nothing can be written in \/proc\/kipzo\. Choose another folder with --data/);
    expect(existsSync('/proc/kipzo')).toBe(false);
  });
  it.each([
    [['--port', '99999'], /A port is a number from 1 to 65535/],
    [['--port'], /Usage/],
    [['--nonsense'], /Usage/],
  ])('says how it is used where it is asked %o', (args, sentence) => {
    const { status, stderr } = start(...args);
    expect(status).toBe(2);
    expect(stderr).toMatch(sentence);
  });
  it('says where Kipzo runs already on the same data, and starts nothing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'kipzo-start-test-'));
    writeFileSync(join(folder, 'instance'), 'this-very-data\n');
    const { createServer } = await import('node:http');
    const running = createServer((_req, res) => res.setHeader('Content-Type', 'application/json').end(JSON.stringify({ ok: true, instance: 'this-very-data' })));
    await new Promise<void>((resolve) => running.listen(0, '127.0.0.1', resolve));
    const url = `http://127.0.0.1:${(running.address() as { port: number }).port}`;
    writeFileSync(join(folder, 'address'), url);
    const said = await new Promise<{ code: number | null; text: string }>((resolve) => {
      let text = '';
      const child = spawn('bash', [join(ROOT, 'start'), '--data', folder], { stdio: ['ignore', 'ignore', 'pipe'] });
      child.stderr.on('data', (piece: Buffer) => {
        text += piece;
      });
      child.on('exit', (code) => resolve({ code, text }));
    });
    expect(said.code).toBe(0);
    expect(said.text).toContain(`Kipzo runs already, at ${url}`);
    expect(existsSync(join(folder, 'pg'))).toBe(false);
    running.close();
    rmSync(folder, { recursive: true });
  });
});
