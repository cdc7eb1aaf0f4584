import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeWav } from '#core/speech/wav';
import { freshDatabase } from '../testing/database.ts';
import { decodeSound, importSound } from './importSound.ts';
import { CHUNK, derived, getMedia, hashOf, mediaBytes, putMedia, readMedia } from './store.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(() => base.end());

const facts = { kind: 'sound' as const, type: 'audio/wav', name: 'voice.wav' };
/** Bytes of a given length that differ everywhere. */
const noise = (length: number, seed = 1): Buffer => Buffer.from(Uint8Array.from({ length }, (_, n) => (Math.imul(n + seed, 2654435761) >>> 13) & 255));
const tone = (seconds: number, rate = 48_000): Float32Array => Float32Array.from({ length: Math.round(seconds * rate) }, (_, n) => Math.sin(n * 0.05) * 0.4);
const read = async (media: { hash: string; size: number }, from?: number, to?: number): Promise<Buffer> => {
  const pieces: Buffer[] = [];
  for await (const piece of readMedia(base.db, media, from, to)) pieces.push(piece);
  return Buffer.concat(pieces);
};

describe('the store', () => {
  it('gives back what was put in, over the edges of its chunks', async () => {
    const bytes = noise(CHUNK * 2 + 777);
    const media = await putMedia(base.db, bytes, facts);
    expect(media.hash).toBe(hashOf(bytes));
    expect((await mediaBytes(base.db, media.hash)).equals(bytes)).toBe(true);
    for (const [from, to] of [
      [0, 1],
      [CHUNK - 3, CHUNK + 3],
      [CHUNK, CHUNK * 2],
      [CHUNK * 2 + 700, CHUNK * 2 + 777],
    ] as const)
      expect((await read(media, from, to)).equals(bytes.subarray(from, to))).toBe(true);
  });

  it('keeps equal bytes once, even when they come in twice at the same moment', async () => {
    const bytes = noise(5000, 9);
    const both = await Promise.all([putMedia(base.db, bytes, facts), putMedia(base.db, bytes, { ...facts, name: 'again.wav' })]);
    expect(both[0].hash).toBe(both[1].hash);
    expect(await base.db('media').where({ hash: both[0].hash })).toHaveLength(1);
    expect(await base.db('media_chunks').where({ hash: both[0].hash })).toHaveLength(1);
  });

  it('says in a sentence that a file is missing or damaged', async () => {
    await expect(mediaBytes(base.db, 'f'.repeat(64))).rejects.toThrow('Bring it in again.');
    const media = await putMedia(base.db, noise(100, 4), facts);
    await base.db('media_chunks').where({ hash: media.hash }).delete();
    await expect(mediaBytes(base.db, media.hash)).rejects.toThrow('damaged');
  });

  it('makes what is derived once, and again after it was thrown away', async () => {
    let made = 0;
    const make = async (): Promise<Buffer> => {
      made++;
      return Buffer.from('poster');
    };
    await derived(base.db, 'poster 1', make);
    expect((await derived(base.db, 'poster 1', make)).toString()).toBe('poster');
    expect(made).toBe(1);
    await base.db('derived').delete();
    await derived(base.db, 'poster 1', make);
    expect(made).toBe(2);
  });
});

describe('a sound that is brought in', () => {
  it('becomes 48 kHz mono whatever it was, the original kept', async () => {
    const original = Buffer.from(writeWav({ rate: 22_050, channels: [tone(1, 22_050), tone(1, 22_050)] }));
    const media = await importSound(base.db, original, 'two channels.wav');
    expect(media.facts).toMatchObject({ rate: 48_000 });
    expect(media.facts.seconds).toBeCloseTo(1, 2);
    expect(media.original).toBe(hashOf(original));
    expect((await mediaBytes(base.db, media.original as string)).equals(original)).toBe(true);
  });

  it.each([
    ['an empty file', Buffer.alloc(0), /is empty/],
    ['a text', Buffer.from('This is a letter, not a sound. '.repeat(50)), /not a sound/],
    ['a sound that was cut off', Buffer.from(writeWav({ rate: 48_000, channels: [tone(2)] })).subarray(0, 60_000), /breaks off/],
    ['hardly anything', Buffer.from(writeWav({ rate: 48_000, channels: [tone(0.01)] })), /breaks off|not a sound/],
  ])('that is really %s is refused with what to do, and leaves nothing behind', async (_, bytes, sentence) => {
    await expect(importSound(base.db, bytes, 'take 3.wav')).rejects.toThrow(sentence);
    await expect(importSound(base.db, bytes, 'take 3.wav')).rejects.toThrow(/“take 3.wav”.*\. [A-Z]/);
    expect(await getMedia(base.db, hashOf(bytes))).toBeUndefined();
  });

  it('keeps its samples exactly when it has the right form already', async () => {
    const samples = tone(0.5);
    const wav = Buffer.from(writeWav({ rate: 48_000, channels: [samples] }));
    const once = await decodeSound(wav, 'a.wav');
    const twice = await decodeSound(once.wav, 'a.wav');
    expect(twice.wav.equals(once.wav)).toBe(true);
    expect(once.seconds).toBeCloseTo(0.5, 4);
  });
});
