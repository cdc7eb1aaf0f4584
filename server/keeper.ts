import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { healthOf } from './api/health.ts';
import type { Db } from './db/db.ts';
import { ROOT } from './root.ts';

const LOOK_MS = 1000;
const LONGEST_MS = 30_000;

/** Brings the database of a data folder back, by the same way as ./start. */
const bringUp = (data: string): Promise<boolean> =>
  new Promise((resolve) => {
    const child = spawn('bash', [join(ROOT, 'scripts/database.sh'), 'up', data], { stdio: ['ignore', 'ignore', 'inherit'] });
    child.on('error', () => resolve(false));
    child.on('exit', (code) => resolve(code === 0));
  });

/**
 * Looks after the database: says when it is gone and when it is back; one that is ours is brought back, at once and then
 * with growing pauses. Gives the end of it.
 */
export function keepDatabase(db: Db, data: string | undefined, say: (text: string) => void): () => void {
  let gone = false;
  let pause = LOOK_MS;
  let timer: ReturnType<typeof setTimeout>;
  let ended = false;
  const look = async (): Promise<void> => {
    const { database } = await healthOf(db, undefined);
    if (ended) return;
    if (database) {
      if (gone) say('The database is back.');
      gone = false;
      pause = LOOK_MS;
    } else {
      if (!gone) say(`The database is gone: it stopped or was stopped. ${data ? 'It is brought back.' : 'Start it again; Kipzo goes on then.'}`);
      gone = true;
      if (data && !(await bringUp(data))) pause = Math.min(LONGEST_MS, pause * 2);
    }
    if (!ended) timer = setTimeout(look, gone ? pause : LOOK_MS);
  };
  timer = setTimeout(look, LOOK_MS);
  return () => {
    ended = true;
    clearTimeout(timer);
  };
}
