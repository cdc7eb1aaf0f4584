import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';
import { failure } from '#core/document/failure';
import type { CleaningStep } from '#core/document/schema';
import type { Db } from '../db/db.ts';
import { cleanSound } from '../media/clean.ts';
import { ROOT } from '../root.ts';
import { analyseMedia } from '../takes.ts';
import type { Work } from './jobs.ts';

/** What computes for long: done in a process of its own, which ends with its memory, or is ended. */
const HEAVY = {
  analyse: (db: Db, { media, words, from, to }: { media: string; words: readonly string[] | null; from: number; to?: number }) =>
    analyseMedia(db, media, words ?? undefined, { from, to }),
  clean: (db: Db, { media, steps, from, to }: { media: string; steps: readonly CleaningStep[]; from: number; to: number }) => cleanSound(db, media, steps, from, to),
};
export type Heavy = keyof typeof HEAVY;

/** What the process is given, and what it answers with. */
export interface Order {
  readonly kind: Heavy;
  readonly input: unknown;
  /** The database's. */
  readonly url: string;
}
export type Outcome = { readonly result: unknown } | { readonly code: string; readonly sentence: string; readonly status: number };

/** Does an order here. Called in the child. */
export const doOrder = (db: Db, { kind, input }: Pick<Order, 'kind' | 'input'>): Promise<unknown> => HEAVY[kind](db, input as never);

/** Memory of the process's objects in MB; samples lie outside of it. */
const HEAP_MB = 160;

/** A process that has started already and waits for its order: starting takes longer than most orders. */
let standby: ChildProcess | undefined;
const started = (): ChildProcess => fork(join(ROOT, 'server/jobs/childMain.ts'), [], { execArgv: ['--import', 'tsx', `--max-old-space-size=${HEAP_MB}`, '--expose-gc'] });

/** Has a process ready for the next order. */
export function getReady(): void {
  standby ??= started();
}

/** Does an order in a process of its own, on the database at `url`. Stopped by the job's signal. */
export async function inChild(url: string, kind: Heavy, input: unknown, { signal }: Work): Promise<unknown> {
  const child = standby?.connected ? standby : started();
  standby = undefined;
  getReady();
  const stop = (): void => void child.kill('SIGKILL');
  signal.addEventListener('abort', stop);
  try {
    const outcome = await new Promise<Outcome | undefined>((resolve) => {
      child.on('message', (message) => resolve(message as Outcome));
      child.on('exit', () => resolve(undefined));
      child.send({ kind, input, url } satisfies Order);
    });
    if (!outcome)
      throw failure(
        'stopped',
        signal.aborted ? 'This was stopped.' : 'This recording is more than the computer’s memory holds. Cut it into shorter ones.',
        signal.aborted ? 499 : 413,
      );
    if ('code' in outcome) throw failure(outcome.code, outcome.sentence, outcome.status);
    return outcome.result;
  } finally {
    signal.removeEventListener('abort', stop);
    stop();
  }
}
