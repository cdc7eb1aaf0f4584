import type { CueOf, FilmSound } from '../document/schema.ts';
import type { FilmSchedule } from '../schedule/schedule.ts';
import { takeOf } from '../schedule/timing.ts';
import { inOrder } from '../time/order.ts';
import { gainTo } from './loudness.ts';

/** A piece of sound as it lies in the film; all times in samples at 48 kHz, which are ticks. */
export interface Clip {
  readonly media: string;
  /** Of a voice: its line. */
  readonly line: string;
  /** First sample within the media, place in the film, length. */
  readonly from: number;
  readonly at: number;
  readonly length: number;
  readonly gain: number;
  /** -1 left .. 1 right; the middle if left out. */
  readonly pan?: number;
  readonly fadeIn?: number;
  readonly fadeOut?: number;
  /** Begins again when it is over. */
  readonly loop?: boolean;
  /** Of a loop: samples of its round that were over before it began. */
  readonly phase?: number;
  /** Level over the film's time, between points in a straight line: the ducking under voices. */
  readonly levels?: readonly Level[];
}
export interface Level {
  readonly at: number;
  readonly gain: number;
}

/** Channels of a decoded sound: one, or left and right. */
export type Channels = readonly Float32Array[];

/** Fades at both ends keep a cut from clicking: 5 ms. */
export const FADE_SAMPLES = 240;
/** A loop's end and its beginning lie over each other for so long: 60 ms. */
const SEAM = 2880;

/** Decibels as a factor. */
export const gainOf = (decibels = 0): number => (decibels === 0 ? 1 : 10 ** (decibels / 20));

/** All voices of a film as clips: playback and export lay the same ones. */
export function voiceClips(film: FilmSchedule): Clip[] {
  return film.scenes.flatMap((scene) =>
    scene.lines.flatMap(({ id, line, start, end }) => {
      const take = takeOf(line);
      // A scene of fixed length ends where it ends, in the middle of a word if it must.
      const length = Math.min(end, scene.length) - start;
      return take && line.kind === 'line' && length > 0 ? [{ media: take.media, line: id, from: take.from, at: scene.start + start, length, gain: gainOf(take.gainDb) }] : [];
    }),
  );
}

/** Music and sounds of a film as clips: those of the whole film, then those of its scenes; muted ones left out. */
export function soundClips(film: FilmSchedule): Clip[] {
  const voices = voiceClips(film);
  const whole = inOrder(film.document.production.sounds ?? {}).map(([id, sound]) => ({ id, sound, at: sound.start, end: Math.min(film.length, sound.end ?? film.length) }));
  const hung = film.scenes.flatMap((scene) =>
    Object.entries(scene.scene.cues).flatMap(([id, cue]) => {
      if (cue.kind !== 'sound') return [];
      const times = scene.resolved.cues.get(id);
      return times ? [{ id, sound: cue as CueOf<'sound'> | FilmSound, at: scene.start + times.start, end: scene.start + times.end }] : [];
    }),
  );
  const all = [...whole, ...hung];
  const solo = all.some(({ sound }) => sound.solo && !sound.muted);
  return all.flatMap(({ sound, at, end }) => {
    if (sound.muted || (solo && !sound.solo) || end <= at) return [];
    const { fadeIn, fadeOut, pan, loop, duck } = sound;
    const { into = 0 } = sound;
    const base = { media: sound.source, line: '', from: loop ? 0 : into, phase: loop ? into : 0, at, length: end - at, gain: gainOf(sound.gainDb), pan, fadeIn, fadeOut, loop };
    return [duck && duck.amountDb > 0 ? { ...base, levels: ducked(voices, duck) } : base];
  });
}

/**
 * Level of what lies under voices: down by so many decibels before the first sound of each, up again after the last;
 * voices that follow each other closer than attack and release are one, so that the music does not pump.
 */
export function ducked(voices: readonly Pick<Clip, 'at' | 'length'>[], { amountDb, attack, release }: { amountDb: number; attack: number; release: number }): Level[] {
  const low = gainOf(-amountDb);
  const spans: { from: number; to: number }[] = [];
  for (const { at, length } of [...voices].sort((a, b) => a.at - b.at)) {
    const last = spans.at(-1);
    if (last && at - last.to < attack + release) last.to = Math.max(last.to, at + length);
    else spans.push({ from: at, to: at + length });
  }
  return spans.flatMap(({ from, to }) => [
    { at: from - attack, gain: 1 },
    { at: from, gain: low },
    { at: to, gain: low },
    { at: to + release, gain: 1 },
  ]);
}

const CEILING = 0.97;

/**
 * Mixes clips to two channels of exactly `length` samples from `from` on. `sound` gives the decoded 48 kHz channels of
 * a media. A part of a mix is the mix's part: nothing depends on where it is cut.
 */
export function mixStereo(clips: readonly Clip[], sound: (media: string) => Channels | undefined, from: number, length: number): [Float32Array, Float32Array] {
  const out: [Float32Array, Float32Array] = [new Float32Array(length), new Float32Array(length)];
  for (const clip of clips) {
    const channels = sound(clip.media);
    const first = channels?.[0];
    if (!channels || !first || clip.at >= from + length || clip.at + clip.length <= from) continue;
    for (const [side, target] of out.entries()) lay(clip, channels[side] ?? first, panned(clip.pan ?? 0, side), target, from);
  }
  return out;
}

/** Share of a side at a place from left to right: the middle is whole on both, as a voice is. */
const panned = (pan: number, side: number): number => (side === 0 ? Math.min(1, 1 - pan) : Math.min(1, 1 + pan));

function lay(clip: Clip, samples: Float32Array, share: number, target: Float32Array, from: number): void {
  const whole = samples.length - clip.from;
  // Our own beds end where they begin, to the sample; what was brought in is laid over itself.
  const seam = clip.media.startsWith('own:') ? 0 : Math.min(SEAM, whole >> 2);
  const cycle = whole - seam;
  const count = clip.loop ? clip.length : Math.min(clip.length, whole);
  const [fadeIn, fadeOut] = [Math.max(FADE_SAMPLES, clip.fadeIn ?? 0), Math.max(FADE_SAMPLES, clip.fadeOut ?? 0)];
  const { levels } = clip;
  let point = 0;
  for (let n = Math.max(0, from - clip.at); n < count; n++) {
    const place = clip.at + n - from;
    if (place >= target.length) break;
    let value: number;
    if (clip.loop && whole > 0) {
      const round = n + (clip.phase ?? 0);
      const inside = round % cycle;
      value = samples[clip.from + inside] as number;
      // The end of the round before lies over the beginning of this one.
      if (round >= cycle && inside < seam) value = value * (inside / seam) + (samples[clip.from + cycle + inside] as number) * (1 - inside / seam);
    } else value = samples[clip.from + n] as number;
    let gain = clip.gain * share * Math.min(1, (n + 1) / fadeIn, (count - n) / fadeOut);
    if (levels?.length) {
      const tick = clip.at + n;
      while (point + 1 < levels.length && (levels[point + 1] as Level).at <= tick) point++;
      gain *= levelAt(levels, point, tick);
    }
    target[place] = (target[place] as number) + value * gain;
  }
}

function levelAt(levels: readonly Level[], point: number, tick: number): number {
  const a = levels[point] as Level;
  const b = levels[point + 1];
  if (tick <= a.at) return a.gain;
  return b ? a.gain + ((b.gain - a.gain) * (tick - a.at)) / Math.max(1, b.at - a.at) : a.gain;
}

/** Mixes voices to one channel; where they add up past full scale, the whole is turned down. */
export function mix(clips: readonly Clip[], sound: (media: string) => Float32Array | undefined, from: number, length: number): Float32Array {
  const [out] = mixStereo(
    clips,
    (media) => {
      const samples = sound(media);
      return samples && [samples];
    },
    from,
    length,
  );
  limited([out]);
  return out;
}

function limited(channels: readonly Float32Array[]): void {
  let peak = 0;
  for (const samples of channels) for (const value of samples) peak = Math.max(peak, Math.abs(value));
  if (peak > CEILING) for (const samples of channels) for (let n = 0; n < samples.length; n++) samples[n] = ((samples[n] as number) * CEILING) / peak;
}

/** One loudness for every film (LUFS, as on the web), reached by one gain: never more than so many decibels louder. */
export const FILM_LOUDNESS = -16;
const MOST_LOUDER = 9;

/** The whole film's sound: voices, music and sounds, at the film's loudness. Stretches come from whole films alone. */
export function filmSound(film: FilmSchedule, sound: (media: string) => Channels | undefined, from: number, length: number): [Float32Array, Float32Array] {
  const out = mixStereo([...voiceClips(film), ...soundClips(film)], sound, from, length);
  const gain = gainOf(Math.min(MOST_LOUDER, gainTo(out, FILM_LOUDNESS)));
  if (gain !== 1) for (const samples of out) for (let n = 0; n < samples.length; n++) samples[n] = (samples[n] as number) * gain;
  limited(out);
  return out;
}
