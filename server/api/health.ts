import type { Db } from '../db/db.ts';

export interface Health {
  readonly ok: boolean;
  /** Whether the database answers. */
  readonly database: boolean;
  readonly detail?: string;
  /** Which data this Kipzo works on. */
  readonly instance?: string;
}

/** A database that takes longer than this to say anything is not there. */
const PATIENCE_MS = 2000;

/** The truth about this Kipzo: it is well where its database answers. */
export async function healthOf(db: Db, instance: string | undefined): Promise<Health> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error('late')), PATIENCE_MS);
  });
  const named = instance ? { instance } : {};
  try {
    await Promise.race([db.raw('select 1'), late]);
    return { ok: true, database: true, ...named };
  } catch {
    return { ok: false, database: false, detail: 'The database is gone: it stopped or was stopped.', ...named };
  } finally {
    clearTimeout(timer);
  }
}
