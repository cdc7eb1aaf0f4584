import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dice } from '#core/draw/hash';
import { integratedLoudness, VOICE_LOUDNESS } from '#core/sound/loudness';
import { speechEdges } from '#core/speech/edges';
import { readWav, writeWav } from '#core/speech/wav';
import type { Db } from '../db/db.ts';
import { freshDatabase } from '../testing/database.ts';
import { cleanSound } from './clean.ts';
import { denoised } from './denoise.ts';
import { getMedia, mediaBytes, putMedia } from './store.ts';

const RATE = 48_000;
let folder: string;
let voice: Float32Array;
let db: Db;
let end: () => Promise<void>;
/** A voice with a second of nothing before and after. */
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kipzo-clean-'));
  execFileSync('flite', ['-voice', 'slt', '-t', 'The sea goes out, and comes back twice a day.', '-o', join(folder, 'a.wav')]);
  execFileSync('sox', [join(folder, 'a.wav'), '-r', '48000', '-c', '1', join(folder, 'b.wav'), 'pad', '1', '1']);
  voice = readWav(readFileSync(join(folder, 'b.wav'))).channels[0] as Float32Array;
  ({ db, end } = await freshDatabase());
}, 60_000);
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await end?.();
});

/** The voice under noise of a level, and a hum. */
const noisy = (level: number): Float32Array => {
  const chance = dice(5);
  return voice.map((value, n) => value + chance.normal() * level + Math.sin((2 * Math.PI * 50 * n) / RATE) * level);
};
/** Signal to noise in decibels against the clean voice, the gain between them taken out. */
const likeness = (samples: Float32Array): number => {
  let [dot, own, all] = [0, 0, 0];
  for (let n = 0; n < voice.length; n++) {
    dot += (samples[n] as number) * (voice[n] as number);
    own += (voice[n] as number) ** 2;
    all += (samples[n] as number) ** 2;
  }
  const kept = dot ** 2 / own;
  return 10 * Math.log10(kept / Math.max(1e-9, all - kept));
};
const store = (samples: Float32Array) =>
  putMedia(db, Buffer.from(writeWav({ rate: RATE, channels: [samples] })), { kind: 'sound', type: 'audio/wav', name: 'v.wav', facts: { seconds: 1, rate: RATE } });

describe('noise reduction', () => {
  it('brings the voice nearer to what it was, at its own place in time', async () => {
    const dirty = noisy(0.05);
    const clean = await denoised(dirty);
    expect(clean.length).toBe(dirty.length);
    expect(likeness(clean)).toBeGreaterThan(likeness(dirty) + 3);
    // A delay of two frames would leave hardly any likeness.
    const late = new Float32Array(clean.length);
    late.set(clean.subarray(0, clean.length - 960), 960);
    expect(likeness(clean)).toBeGreaterThan(likeness(late) + 6);
    const rms = (list: Float32Array): number => Math.sqrt(list.reduce((sum, value) => sum + value ** 2, 0) / list.length);
    expect(rms(clean.subarray(0, RATE / 2))).toBeLessThan(rms(dirty.subarray(0, RATE / 2)) / 5);
  });
});

describe('cleaning a stored take', () => {
  it('makes a sound of its own, of the same length, with the recording as its original', async () => {
    const { hash } = await store(noisy(0.015));
    const made = await cleanSound(db, hash, ['rumble', 'noise'], 0, voice.length);
    expect(made.media).not.toBe(hash);
    expect((await getMedia(db, made.media))?.original).toBe(hash);
    expect(readWav(await mediaBytes(db, made.media)).channels[0]?.length).toBe(voice.length);
    expect((await cleanSound(db, hash, ['rumble', 'noise'], 0, voice.length)).media).toBe(made.media);
    expect((await cleanSound(db, hash, [], 0, voice.length)).media).toBe(hash);
  });
  it('draws cut-off tops on again, nearer to the voice than it came in', async () => {
    const top = voice.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    const clipped = voice.map((value) => Math.max(-1, Math.min(1, (value / top) * 1.8)));
    const { hash } = await store(clipped);
    const { media } = await cleanSound(db, hash, ['clipping'], 0, voice.length);
    const repaired = readWav(await mediaBytes(db, media)).channels[0] as Float32Array;
    expect(likeness(repaired)).toBeGreaterThan(likeness(clipped) + 3);
  });
  it('tells the gain that brings it to the loudness of all voices', async () => {
    const soft = voice.map((value) => value * 0.1);
    const { hash } = await store(soft);
    const { gainDb } = await cleanSound(db, hash, [], 0, soft.length);
    expect(integratedLoudness([soft.map((value) => value * 10 ** (gainDb / 20))])).toBeCloseTo(VOICE_LOUDNESS, 0);
  });
  it('refuses a stretch that is not there', async () => {
    const { hash } = await store(voice);
    await expect(cleanSound(db, hash, [], voice.length + 10, voice.length + 20)).rejects.toThrow(/Choose the take again/);
  });
});

describe('edges for trimming', () => {
  it.each([0, 0.001, 0.004])('keep every sound and its decay, and cut the silence, under noise of %d', (level) => {
    const edges = speechEdges(noisy(level), RATE);
    expect(edges).toBeDefined();
    // The voice proper begins a second in and ends a second before the end (flite has some silence of its own).
    expect(edges?.from).toBeGreaterThan(RATE * 0.6);
    expect(edges?.from).toBeLessThan(RATE * 1.25);
    expect(edges?.to).toBeLessThan(voice.length - RATE * 0.4);
    expect(edges?.to).toBeGreaterThan(voice.length - RATE * 1.35);
    let [before, whole] = [0, 0];
    voice.forEach((value, n) => {
      whole += value ** 2;
      if (n < (edges?.from ?? 0) || n >= (edges?.to ?? 0)) before += value ** 2;
    });
    expect(before / whole).toBeLessThan(1e-4);
  });
  it('of silence and of nothing are none', () => {
    expect(speechEdges(new Float32Array(RATE), RATE)).toBeUndefined();
    expect(speechEdges(new Float32Array(10), RATE)).toBeUndefined();
  });
});
