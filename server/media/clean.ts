import { failure } from '#core/document/failure';
import type { CleaningStep } from '#core/document/schema';
import { filtered, highPass } from '#core/sound/biquad';
import { declipped } from '#core/sound/clipping';
import { gainTo } from '#core/sound/loudness';
import { speechEdges } from '#core/speech/edges';
import { readWav, writeWav } from '#core/speech/wav';
import type { Db } from '../db/db.ts';
import { denoised } from './denoise.ts';
import { derived, hashOf, mediaBytes, putMedia } from './store.ts';

/** A new way to clean makes new sounds. */
const CLEAN_VERSION = 1;
const RATE = 48_000;
/** Rumble lies under the lowest voice. */
const LOW_CUT_HERTZ = 80;

export interface Cleaned {
  readonly media: string;
  /** Decibels from the cleaned stretch to the loudness that all voices have. */
  readonly gainDb: number;
  /** Where speech lies in it, pads kept, in samples of the media; null where none was found. */
  readonly speech: { readonly from: number; readonly to: number } | null;
}

/**
 * A stored sound with rumble and noise taken out, as a sound of its own: same length, nothing late. Cached by what it
 * was made from; `from`..`to` (samples) is the stretch whose level and edges are told.
 */
export async function cleanSound(db: Db, hash: string, steps: readonly CleaningStep[], from: number, to: number): Promise<Cleaned> {
  let media = hash;
  if (steps.length) {
    const key = `clean ${CLEAN_VERSION} ${hashOf(Buffer.from(JSON.stringify([hash, steps])))}`;
    const made = await derived(db, key, async () => {
      let samples = monoOf(await mediaBytes(db, hash));
      for (const step of steps) samples = await cleanedBy(step, samples);
      const stored = await putMedia(db, Buffer.from(writeWav({ rate: RATE, channels: [samples] })), {
        kind: 'sound',
        type: 'audio/wav',
        name: 'cleaned.wav',
        facts: { seconds: samples.length / RATE, rate: RATE },
        original: hash,
      });
      return Buffer.from(stored.hash);
    });
    media = made.toString('utf8');
  }
  const stretch = monoOf(await mediaBytes(db, media)).subarray(from, to);
  if (!stretch.length) throw failure('no-stretch', 'That part of the recording is not there. Choose the take again.', 400);
  const edges = speechEdges(stretch, RATE);
  return { media, gainDb: Math.round(gainTo([stretch]) * 10) / 10, speech: edges ? { from: from + edges.from, to: from + edges.to } : null };
}

async function cleanedBy(step: CleaningStep, samples: Float32Array): Promise<Float32Array> {
  switch (step) {
    case 'clipping':
      return declipped(samples);
    case 'rumble':
      return filtered(samples, highPass(LOW_CUT_HERTZ, RATE));
    case 'noise':
      return denoised(samples);
  }
}

function monoOf(bytes: Uint8Array): Float32Array {
  const sound = readWav(bytes);
  return sound.channels[0] ?? new Float32Array();
}
