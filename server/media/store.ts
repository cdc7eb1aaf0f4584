import { createHash } from 'node:crypto';
import { failure } from '#core/document/failure';
import type { Db } from '../db/db.ts';

export const CHUNK = 1024 * 1024;

export interface MediaFacts {
  /** Sounds: seconds and rate; pictures: size; all: anything that the importer learnt. */
  readonly [name: string]: string | number | boolean;
}

export interface Media {
  readonly hash: string;
  readonly kind: 'sound' | 'picture' | 'analysis' | 'segment' | 'film' | 'file';
  readonly type: string;
  readonly name: string;
  readonly size: number;
  readonly facts: MediaFacts;
  readonly original: string | null;
}

export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Stores bytes once by their content: all chunks and the row in one transaction. Gives the row. */
export async function putMedia(db: Db, bytes: Uint8Array, facts: { kind: Media['kind']; type: string; name: string; facts?: MediaFacts; original?: string }): Promise<Media> {
  const hash = hashOf(bytes);
  const known = await getMedia(db, hash);
  if (known) {
    // The same bytes may have come in as somebody's original before they are a working copy.
    if (known.kind !== 'file' || facts.kind === 'file') return known;
    await db('media')
      .where({ hash })
      .update({ kind: facts.kind, type: facts.type, facts: JSON.stringify(facts.facts ?? {}) });
    return (await getMedia(db, hash)) as Media;
  }
  await db.transaction(async (trx) => {
    const added = await trx('media')
      .insert({ hash, kind: facts.kind, type: facts.type, name: facts.name, size: bytes.length, facts: JSON.stringify(facts.facts ?? {}), original: facts.original ?? null })
      .onConflict('hash')
      .ignore()
      .returning('hash');
    if (!added.length) return;
    for (let index = 0; index * CHUNK < bytes.length; index++)
      await trx('media_chunks').insert({ hash, index, bytes: Buffer.from(bytes.subarray(index * CHUNK, (index + 1) * CHUNK)) });
  });
  return (await getMedia(db, hash)) as Media;
}

export async function getMedia(db: Db, hash: string): Promise<Media | undefined> {
  const row = await db('media').where({ hash }).first();
  return row && { hash: row.hash, kind: row.kind, type: row.type, name: row.name, size: Number(row.size), facts: row.facts, original: row.original };
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
