import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from '#server/root';

export const pause = (milliseconds: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, milliseconds));

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** Processes whose parent is one of those given. */
const childrenOf = (pid: number): number[] =>
  readdirSync('/proc').flatMap((name) => {
    try {
      const [, parent] = /^\d+ \(.*\) \S (\d+)/.exec(readFileSync(`/proc/${name}/stat`, 'utf8')) ?? [];
      return /^\d+$/.test(name) && Number(parent) === pid ? [Number(name)] : [];
    } catch {
      return [];
    }
  });
const commandOf = (pid: number): string => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return '';
  }
};
const kill = (pid: number | undefined): void => {
  try {
    if (pid) process.kill(pid, 'SIGKILL');
  } catch {
    // It is gone already.
  }
};

/** The whole product as its user starts it, on data of its own: started, killed in parts, started again. */
export class StartedHouse {
  readonly data = mkdtempSync(join(tmpdir(), 'kipzo-bench-'));
  url = '';
  private port = 0;
  private starts: ChildProcess[] = [];
  log = '';
  /** Processes that did not end by themselves; known when it is closed. */
  left = 0;

  async open(): Promise<void> {
    chmodSync(this.data, 0o755);
    this.port = await freePort();
    this.url = `http://127.0.0.1:${this.port}`;
    await this.start();
  }

  /** Runs ./start and waits until Kipzo answers. @throws where it does not within a minute and a half. */
  async start(): Promise<void> {
    const child = spawn('bash', [join(ROOT, 'start'), '--data', this.data, '--port', String(this.port)], {
      env: { ...process.env, KIPZO_SEED: '0', DATABASE_URL: '' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let ended: number | null | undefined;
    child.stdout?.on('data', (text: Buffer) => (this.log += text));
    child.stderr?.on('data', (text: Buffer) => (this.log += text));
    child.on('exit', (code) => (ended = code));
    this.starts.push(child);
    const until = Date.now() + 90_000;
    for (;;) {
      if (await this.well()) return;
      if (ended !== undefined && ended !== 0) throw new Error(`./start ended with ${ended}: ${this.log.slice(-600)}`);
      if (Date.now() > until) throw new Error(`Kipzo does not answer: ${this.log.slice(-600)}`);
      await pause(50);
    }
  }

  async well(): Promise<boolean> {
    try {
      return ((await (await fetch(`${this.url}/api/health`, { signal: AbortSignal.timeout(3000) })).json()) as { ok: boolean }).ok;
    } catch {
      return false;
    }
  }

  get server(): number | undefined {
    for (const { pid } of this.starts) for (const child of pid ? childrenOf(pid) : []) if (commandOf(child).includes('server/main.ts')) return child;
    return undefined;
  }
  get workers(): number[] {
    return this.server ? childrenOf(this.server).filter((pid) => commandOf(pid).includes(' worker ')) : [];
  }
  get database(): number | undefined {
    const file = join(this.data, 'pg/data/postmaster.pid');
    return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : undefined;
  }
  /** Memory of the server's process in MB. */
  get memory(): number {
    const status = this.server ? readFileSync(`/proc/${this.server}/status`, 'utf8') : '';
    return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
  }

  /** Processes of this house that live, by the data that they were started for. */
  get processes(): number[] {
    return readdirSync('/proc').flatMap((name) => {
      try {
        return /^\d+$/.test(name) && readFileSync(`/proc/${name}/environ`, 'utf8').includes(this.data) ? [Number(name)] : [];
      } catch {
        return [];
      }
    });
  }

  kill(what: 'server' | 'worker' | 'database' | 'everything', chance: number): void {
    if (what === 'server') kill(this.server);
    else if (what === 'worker') kill(this.workers[Math.floor(chance * this.workers.length)]);
    else if (what === 'database') kill(this.database);
    else {
      const all = [...this.workers, this.server, this.database, ...this.starts.map(({ pid }) => pid)];
      for (const pid of all) kill(pid);
    }
  }

  async close(): Promise<void> {
    for (const child of this.starts) child.kill('SIGTERM');
    for (let n = 0; n < 100 && (await this.well()); n++) await pause(100);
    for (let n = 0; n < 100 && this.database; n++) await pause(100);
    this.kill('everything', 0);
    // What is still there after all had time to end is a process too many.
    for (let n = 0; n < 150 && this.processes.length; n++) await pause(100);
    this.left = this.processes.length;
    for (const pid of this.processes) kill(pid);
    execFileSync('rm', ['-rf', this.data]);
    rmSync(this.data, { recursive: true, force: true });
  }
}
