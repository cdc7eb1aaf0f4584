import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { failure } from '#core/document/failure';
import type { Db } from '../db/db.ts';

export const CHUNK = 1024 * 1024;

export interface MediaFacts {
  /** Sounds: seconds and rate; pictures: size; all: anything that the importer learnt. */
  readonly [name: string]: string | number | boolean;
}

export interface Media {
  readonly hash: string;
  readonly kind: 'sound' | 'picture' | 'clip' | 'analysis' | 'segment' | 'film' | 'file';
  readonly type: string;
  readonly name: string;
  /** All names under which these bytes were brought in, the first one first. */
  readonly names: readonly string[];
  readonly size: number;
  readonly facts: MediaFacts;
  readonly original: string | null;
}

export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

interface Kept {
  readonly kind: Media['kind'];
  readonly type: string;
  readonly name: string;
  readonly facts?: MediaFacts;
  readonly original?: string;
}

/** Stores bytes once by their content. Gives the row, under the name that was asked for. */
export const putMedia = (db: Db, bytes: Uint8Array, kept: Kept): Promise<Media> =>
  stored(db, hashOf(bytes), bytes.length, kept, async function* () {
    for (let at = 0; at < bytes.length; at += CHUNK) yield Buffer.from(bytes.subarray(at, at + CHUNK));
  });

/** The same for a head and a file after it, read chunk by chunk: never whole in memory. */
export async function putMediaFile(db: Db, head: Uint8Array, path: string, kept: Kept): Promise<Media> {
  const hash = createHash('sha256').update(head);
  for await (const piece of createReadStream(path, { highWaterMark: CHUNK })) hash.update(piece as Buffer);
  return stored(db, hash.digest('hex'), head.length + (await stat(path)).size, kept, async function* () {
    let rest = Buffer.from(head);
    for await (const piece of createReadStream(path, { highWaterMark: CHUNK })) {
      rest = Buffer.concat([rest, piece as Buffer]);
      for (; rest.length >= CHUNK; rest = rest.subarray(CHUNK)) yield rest.subarray(0, CHUNK);
    }
    if (rest.length) yield rest;
  });
}

/** All chunks and the row in one transaction. */
async function stored(db: Db, hash: string, size: number, kept: Kept, chunks: () => AsyncGenerator<Buffer>): Promise<Media> {
  const facts = JSON.stringify(kept.facts ?? {});
  const known = await getMedia(db, hash);
  if (known) {
    if (!known.names.includes(kept.name))
      await db('media')
        .where({ hash })
        .update({ names: db.raw('array_append(names, ?)', [kept.name]) });
    // The same bytes may have come in as somebody's original before they are a working copy.
    if (known.kind === 'file' && kept.kind !== 'file') await db('media').where({ hash }).update({ kind: kept.kind, type: kept.type, facts });
  } else
    await db.transaction(async (trx) => {
      const added = await trx('media')
        .insert({ hash, kind: kept.kind, type: kept.type, name: kept.name, names: [kept.name], size, facts, original: kept.original ?? null })
        .onConflict('hash')
        .ignore()
        .returning('hash');
      if (!added.length) return;
      let index = 0;
      for await (const bytes of chunks()) await trx('media_chunks').insert({ hash, index: index++, bytes });
    });
  return { ...((await getMedia(db, hash)) as Media), name: kept.name };
}

export async function getMedia(db: Db, hash: string): Promise<Media | undefined> {
  const row = await db('media').where({ hash }).first();
  return row && { hash: row.hash, kind: row.kind, type: row.type, name: row.name, names: row.names, size: Number(row.size), facts: row.facts, original: row.original };
}

/** Bytes `from`..`to` (end exclusive) chunk by chunk; only the chunks that are needed are read. */
export async function* readMedia(db: Db, media: Pick<Media, 'hash' | 'size'>, from = 0, to = media.size): AsyncGenerator<Buffer> {
  for (let index = Math.floor(from / CHUNK); index * CHUNK < to; index++) {
    const row = await db('media_chunks').where({ hash: media.hash, index }).first('bytes');
    if (!row) throw failure('media-broken', 'This file is damaged in the store. Bring it in again.', 500);
    const bytes: Buffer = row.bytes;
    yield bytes.subarray(Math.max(0, from - index * CHUNK), Math.min(bytes.length, to - index * CHUNK));
  }
}

/** The whole of a medium; throws `no-media` where there is none. */
export async function mediaBytes(db: Db, hash: string): Promise<Buffer> {
  const media = await getMedia(db, hash);
  if (!media) throw failure('no-media', 'A file that belongs to this production is missing. Bring it in again.', 404);
  const pieces: Buffer[] = [];
  for await (const piece of readMedia(db, media)) pieces.push(piece);
  return Buffer.concat(pieces);
}

/** Derived data by hash of input and algorithm version; may be thrown away at any time. */
export async function derived(db: Db, key: string, make: () => Promise<Buffer>): Promise<Buffer> {
  const row = await db('derived').where({ key }).first('bytes');
  if (row) return row.bytes;
  const bytes = await make();
  await db('derived').insert({ key, bytes }).onConflict('key').ignore();
  return bytes;
}
