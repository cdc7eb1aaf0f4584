import { readFile, rm } from 'node:fs/promises';
import type { TaskList } from 'graphile-worker';
import type { Voice } from '#core/document/schema';
import type { Db } from '../db/db.ts';
import { doSegment, planned } from '../film/films.ts';
import { joinFilm } from '../film/join.ts';
import { importClipFile } from '../media/importClip.ts';
import { importPicture } from '../media/importPicture.ts';
import { importSoundFile } from '../media/importSound.ts';
import { makePoster } from '../poster.ts';
import { draftTake } from '../takes.ts';
import { keepVersion } from '../versions.ts';
import { getReady, inChild } from './child.ts';
import { type JobKind, runJob, type Work } from './jobs.ts';

/** What a worker process is for: what takes long never keeps what somebody waits for. */
export const WORKER_ROLES = ['film', 'sound', 'quick', 'all'] as const;
export type WorkerRole = (typeof WORKER_ROLES)[number];

/** How many jobs a worker of a role does at a time. */
const AT_ONCE: Readonly<Record<WorkerRole, number>> = { film: 1, sound: 2, quick: 3, all: 1 };

interface Given {
  /** Where the uploaded file lies; it is removed when it has been brought in. */
  readonly path: string;
  readonly name: string;
}

type Task = (db: Db, input: never, work: Work, url: string) => Promise<unknown>;

const brought = async <T>({ path }: Given, use: () => Promise<T>): Promise<T> => {
  try {
    return await use();
  } finally {
    await rm(path, { force: true });
  }
};

/** Each kind of job: whose it is and how it is done. */
const JOBS: Readonly<Record<JobKind, { readonly role: WorkerRole; readonly task: Task }>> = {
  import_sound: {
    role: 'sound',
    task: (db, given: Given, work) =>
      brought(given, async () => {
        const { hash, name, facts } = await importSoundFile(db, given.path, given.name, work);
        return { hash, name, facts };
      }),
  },
  import_picture: {
    role: 'quick',
    task: (db, given: Given) =>
      brought(given, async () => {
        const { hash, name, facts } = await importPicture(db, await readFile(given.path), given.name);
        return { hash, name, facts };
      }),
  },
  import_clip: {
    role: 'sound',
    task: (db, given: Given, work) =>
      brought(given, async () => {
        const { hash, name, facts } = await importClipFile(db, given.path, given.name, work);
        return { hash, name, facts };
      }),
  },
  analyse: { role: 'sound', task: (_db, input, work, url) => inChild(url, 'analyse', input, work) },
  clean: { role: 'sound', task: (_db, input, work, url) => inChild(url, 'clean', input, work) },
  draft: { role: 'quick', task: (db, { text, voice }: { text: string; voice: Voice }, { signal }) => draftTake(db, text, voice, signal) },
  poster: { role: 'quick', task: (db, { production }: { production: string }) => makePoster(db, production) },
  version: { role: 'quick', task: (db, { production, revision, scene }: { production: string; revision: number; scene?: string }) => keepVersion(db, production, revision, scene) },
  plan_film: { role: 'quick', task: (db, { film }: { film: string }) => planned(db, film) },
};

/** The tasks of a role for the queue; `url` is the database's. */
export function tasksFor(role: WorkerRole, db: Db, url: string, worker: string): { concurrency: number; taskList: TaskList } {
  const taskList: TaskList = {};
  if (role === 'film' || role === 'all') {
    taskList.render_segment = (payload) => doSegment(db, payload as { film: string; index: number; key: string }, worker);
    taskList.join_film = (payload) => joinFilm(db, (payload as { film: string }).film);
  }
  for (const [kind, job] of Object.entries(JOBS))
    if (role === 'all' || job.role === role) taskList[kind] = (payload) => runJob(db, (payload as { job: string }).job, (input, work) => job.task(db, input, work, url));
  if (role === 'sound') getReady();
  return { concurrency: AT_ONCE[role], taskList };
}
