import { mkdirSync } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where files lie that live only as long as some work does; ./start gives a folder beside the data. */
export const SCRATCH = process.env.KIPZO_SCRATCH ?? join(tmpdir(), `kipzo-${process.getuid?.() ?? 0}`);

/** A folder for one piece of work, named by the process that does it. Its maker removes it. */
export async function scratchFolder(kind: string): Promise<string> {
  mkdirSync(SCRATCH, { recursive: true });
  return mkdtemp(join(SCRATCH, `${kind}-${process.pid}-`));
}

const alive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

/** Removes what processes left that are no more (killed in the middle of their work). Gives how many it were. */
export async function sweepScratch(folder = SCRATCH): Promise<number> {
  let count = 0;
  for (const name of await readdir(folder).catch(() => [])) {
    const pid = Number(/^[a-z]+-(\d+)-/.exec(name)?.[1]);
    if (!pid || alive(pid)) continue;
    await rm(join(folder, name), { recursive: true, force: true });
    count++;
  }
  return count;
}
