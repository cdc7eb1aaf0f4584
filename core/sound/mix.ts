import type { FilmSchedule } from '../schedule/schedule.ts';
import { takeOf } from '../schedule/timing.ts';

/** A piece of sound as it lies in the film; all times in samples at 48 kHz, which are ticks. */
export interface Clip {
  readonly media: string;
  readonly line: string;
  /** First sample within the media, place in the film, length. */
  readonly from: number;
  readonly at: number;
  readonly length: number;
  readonly gain: number;
}

/** Fades at both ends keep a cut from clicking: 5 ms. */
export const FADE_SAMPLES = 240;

/** Decibels as a factor. */
export const gainOf = (decibels = 0): number => (decibels === 0 ? 1 : 10 ** (decibels / 20));

/** All voices of a film as clips: playback and export lay the same ones. */
export function voiceClips(film: FilmSchedule): Clip[] {
  return film.scenes.flatMap((scene) =>
    scene.lines.flatMap(({ id, line, start, end }) => {
      const take = takeOf(line);
      return take && line.kind === 'line' ? [{ media: take.media, line: id, from: take.from, at: scene.start + start, length: end - start, gain: gainOf(take.gainDb) }] : [];
    }),
  );
}

const CEILING = 0.97;

/**
 * Mixes clips to one channel of exactly `length` samples from `from` on. `sound` gives decoded 48 kHz samples of a
 * media. Where voices add up past full scale, the whole is turned down.
 */
export function mix(clips: readonly Clip[], sound: (media: string) => Float32Array | undefined, from: number, length: number): Float32Array {
  const out = new Float32Array(length);
  for (const clip of clips) {
    const samples = sound(clip.media);
    if (!samples || clip.at >= from + length || clip.at + clip.length <= from) continue;
    const count = Math.min(clip.length, samples.length - clip.from);
    for (let n = Math.max(0, from - clip.at); n < count; n++) {
      const place = clip.at + n - from;
      if (place >= length) break;
      const fade = Math.min(1, (n + 1) / FADE_SAMPLES, (count - n) / FADE_SAMPLES);
      out[place] = (out[place] as number) + (samples[clip.from + n] as number) * clip.gain * fade;
    }
  }
  let peak = 0;
  for (const value of out) peak = Math.max(peak, Math.abs(value));
  if (peak > CEILING) for (let n = 0; n < length; n++) out[n] = ((out[n] as number) * CEILING) / peak;
  return out;
}
