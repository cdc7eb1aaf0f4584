import type { Document } from '#core/document/schema';
import type { RawImage } from '#core/paint/paint';
import type { Channels } from '#core/sound/mix';
import { ownSamples } from '#core/sound/own/index';
import type { Analysis } from '#core/speech/analysis';
import { readWav } from '#core/speech/wav';
import type { Db } from '../db/db.ts';
import { mediaBytes } from '../media/store.ts';
import { decodePicture } from '../paint/host.ts';

/** All analyses that a document's takes name, by hash. */
export async function loadAnalyses(db: Db, document: Document): Promise<Map<string, Analysis>> {
  const hashes = new Set<string>();
  for (const scene of Object.values(document.scenes))
    for (const line of Object.values(scene.lines))
      for (const take of Object.values(line.takes)) if (take.analysis && line.take && line.takes[line.take] === take) hashes.add(take.analysis);
  const out = new Map<string, Analysis>();
  for (const hash of hashes) out.set(hash, JSON.parse((await mediaBytes(db, hash)).toString('utf8')) as Analysis);
  return out;
}

/** Decoded backdrop pictures of a document. */
export async function loadImages(db: Db, document: Document): Promise<Map<string, RawImage>> {
  const out = new Map<string, RawImage>();
  for (const { backdrop } of Object.values(document.scenes))
    if (backdrop.kind === 'picture' && !out.has(backdrop.media)) out.set(backdrop.media, await decodePicture(await mediaBytes(db, backdrop.media)));
  return out;
}

/** Decoded channels of the given sounds: stored ones, and our own, which are made. */
export async function loadSounds(db: Db, sources: Iterable<string>): Promise<Map<string, Channels>> {
  const out = new Map<string, Channels>();
  for (const source of new Set(sources)) out.set(source, ownSamples(source) ?? (source.startsWith('own:') ? [] : readWav(await mediaBytes(db, source)).channels));
  return out;
}
