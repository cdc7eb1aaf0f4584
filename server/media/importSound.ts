import { createReadStream } from 'node:fs';
import { open, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { failure } from '#core/document/failure';
import { shortened } from '#core/document/text';
import { clippedIn } from '#core/sound/clipping';
import { wavHead } from '#core/speech/wav';
import type { Db } from '../db/db.ts';
import type { Work } from '../jobs/jobs.ts';
import { scratchFolder } from '../scratch.ts';
import { tryProgram } from '../speech/run.ts';
import { type Media, putMediaFile } from './store.ts';

export const VOICE_LIMIT_SECONDS = 60 * 60;
export const VOICE_LIMIT_BYTES = 500 * 1024 * 1024;
const RATE = 48_000;
const SOUND_FORMATS = /wav|mp3|ogg|flac|mov|mp4|m4a|matroska|webm|aac|aiff|caf/;
/** Address space of a decoder. */
const DECODER_MEMORY = 6 * 2 ** 30;
/** Of the whole work, decoding takes about this share; storing follows. */
const DECODING = 0.7;

const NO_WORK: Work = { signal: new AbortController().signal, progress: () => {} };

/** Brings a sound in from bytes; as importSoundFile. */
export async function importSound(db: Db, bytes: Uint8Array, name: string): Promise<Media> {
  const folder = await scratchFolder('sound');
  try {
    await writeFile(join(folder, 'given'), bytes);
    return await importSoundFile(db, join(folder, 'given'), name);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * Brings a sound in: identified by content, decoded once to 48 kHz mono PCM (the working copy), the original kept; in
 * how many places it is clipped is a fact of it. Everything goes from file to store in pieces.
 * @throws Failure with a sentence for whatever is wrong with the file; nothing stays behind.
 */
export async function importSoundFile(db: Db, input: string, name: string, { signal, progress }: Work = NO_WORK): Promise<Media> {
  const folder = await scratchFolder('sound');
  try {
    const pcm = join(folder, 'out.pcm');
    const frames = await decode(input, pcm, name, signal, (share) => progress(share * DECODING));
    const clipped = await clippedPlaces(pcm, frames);
    signal.throwIfAborted();
    const original = await putMediaFile(db, new Uint8Array(), input, { kind: 'file', type: 'application/octet-stream', name });
    progress((1 + DECODING) / 2);
    const kept = { kind: 'sound', type: 'audio/wav', name, facts: { seconds: frames / RATE, rate: RATE, clipped } } as const;
    const head = wavHead(frames, 1, RATE);
    const made = await putMediaFile(db, head, pcm, kept);
    if (made.hash === original.hash || made.original) return made;
    await db('media').where({ hash: made.hash }).update({ original: original.hash });
    return { ...made, original: original.hash };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A sound's bytes as 48 kHz mono WAV, and its seconds; as importSoundFile, without a store. */
export async function decodeSound(bytes: Uint8Array, name: string): Promise<{ wav: Buffer; seconds: number }> {
  const folder = await scratchFolder('sound');
  try {
    const [given, pcm] = [join(folder, 'given'), join(folder, 'out.pcm')];
    await writeFile(given, bytes);
    const frames = await decode(given, pcm, name, NO_WORK.signal, () => {});
    return { wav: Buffer.concat([wavHead(frames, 1, RATE), await readFile(pcm)]), seconds: frames / RATE };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Decodes any sound that ffmpeg reads, in limits, from bytes that are looked at and not believed. Gives its frames. */
async function decode(input: string, output: string, name: string, signal: AbortSignal, progress: (share: number) => void): Promise<number> {
  const shown = `“${shortened(name, 80)}”`;
  const { size } = await stat(input);
  if (size === 0) throw failure('empty-file', `${shown} is empty (0 bytes). Export it again and bring in the new file.`);
  if (size > VOICE_LIMIT_BYTES) throw failure('too-large', `${shown} is larger than 500 MB. Cut it into shorter recordings.`, 413);
  const probe = await tryProgram(
    'ffprobe',
    ['-v', 'error', '-protocol_whitelist', 'file', '-show_entries', 'format=format_name,duration:stream=codec_type,duration', '-of', 'json', input],
    { limit: 20, most: 4 * 2 ** 20, memory: DECODER_MEMORY, signal },
  );
  const facts = probe.failed
    ? undefined
    : (JSON.parse(probe.stdout.toString() || '{}') as { format?: { format_name?: string; duration?: string }; streams?: { codec_type: string }[] });
  const format = facts?.format?.format_name ?? '';
  if (!facts || !SOUND_FORMATS.test(format)) throw failure('no-sound', `${shown} is not a sound that can be read. Bring in WAV, MP3, OGG, FLAC, M4A or a video with sound.`);
  if (!facts.streams?.some((stream) => stream.codec_type === 'audio')) throw failure('no-sound', `${shown} has no sound in it. Choose a file with a recorded voice.`);
  const promised = Number(facts.format?.duration ?? 0);
  if (promised > VOICE_LIMIT_SECONDS)
    throw failure('too-long', `${shown} is ${Math.round(promised / 60)} minutes long; a voice may be up to 60 minutes. Cut it into shorter recordings.`, 413);
  const decoded = await tryProgram(
    'ffmpeg',
    // biome-ignore format: an argument and its value belong together
    ['-v', 'error', '-nostdin', '-protocol_whitelist', 'file', '-y', '-progress', 'pipe:1', '-i', input, '-map', '0:a:0', '-vn', '-sn', '-dn',
      '-ac', '1', '-ar', String(RATE), '-t', String(VOICE_LIMIT_SECONDS + 1), '-f', 's16le', '-c:a', 'pcm_s16le', output],
    {
      limit: 300,
      memory: DECODER_MEMORY,
      signal,
      onRow: (row) => {
        const micros = Number(/^out_time_us=(\d+)/.exec(row)?.[1]);
        if (micros && promised) progress(Math.min(1, micros / 1e6 / promised));
      },
    },
  );
  const frames = Math.floor(
    (await stat(output)
      .then((file) => file.size)
      .catch(() => 0)) / 2,
  );
  const seconds = frames / RATE;
  if (seconds > VOICE_LIMIT_SECONDS) throw failure('too-long', `${shown} is longer than 60 minutes. Cut it into shorter recordings.`, 413);
  if (seconds < 0.05 || (decoded.failed && seconds < promised * 0.5))
    throw failure('cut-off', `${shown} breaks off before its sound can be read. Export it again and bring in the new file.`);
  if (await declaredWavIsCut(input, size)) throw failure('cut-off', `${shown} breaks off: part of its sound is missing. Export it again and bring in the new file.`);
  return frames;
}

/** How much of a WAV's beginning is searched for its data. */
const HEAD_BYTES = 256 * 1024;

/** A WAV whose data chunk promises more than the file holds was cut off on its way. */
async function declaredWavIsCut(path: string, size: number): Promise<boolean> {
  const file = await open(path);
  try {
    const head = Buffer.alloc(Math.min(size, HEAD_BYTES));
    await file.read(head, 0, head.length, 0);
    if (head.toString('latin1', 0, 4) !== 'RIFF') return false;
    const at = head.indexOf('data', 12, 'latin1');
    if (at < 0 || at + 8 > head.length) return size <= HEAD_BYTES;
    const promised = head.readUInt32LE(at + 4);
    const there = size - at - 8;
    return promised !== 0xffffffff && promised !== 0x7fffffff && promised - 44 > there && there < promised * 0.98;
  } finally {
    await file.close();
  }
}

/** In how many places a file of 16-bit samples is clipped, read in pieces. */
async function clippedPlaces(path: string, frames: number): Promise<number> {
  let top = 0;
  for await (const piece of createReadStream(path, { highWaterMark: 2 ** 20 }))
    for (let at = 0; at + 1 < (piece as Buffer).length; at += 2) top = Math.max(top, Math.abs((piece as Buffer).readInt16LE(at)));
  const file = await open(path);
  try {
    return await clippedIn(frames, top / 32_768, async (from, to) => {
      const bytes = Buffer.alloc((to - from) * 2);
      await file.read(bytes, 0, bytes.length, from * 2);
      return Float32Array.from({ length: to - from }, (_, n) => bytes.readInt16LE(n * 2) / 32_768);
    });
  } finally {
    await file.close();
  }
}
