import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dice, hashText } from '#core/draw/hash';
import { OWN_RATE, ownSamples, ownSource } from '#core/sound/own/index';
import { RATE } from '#core/speech/features';
import { phoneOfSynthesizer, type SaidPhone, wordSpans } from '#core/speech/synthesized';
import { readWav, resample, toMono } from '#core/speech/wav';
import { ROOT } from '#server/root';
import { speechResources } from '#server/speech/resources';

export type TruePhone = SaidPhone;
export interface Recording {
  readonly name: string;
  readonly samples: Float32Array;
  readonly words: readonly string[];
  readonly phones: readonly TruePhone[];
  readonly wordTimes: readonly { start: number; end: number }[];
}

const CACHE = join(ROOT, '.cache', 'bench-speech');

/** Speaks a sentence with flite; phones with exact end times from the call that writes the sound. */
function speak(voice: string, stretch: number, text: string): { samples: Float32Array; phones: TruePhone[] } {
  const key = createHash('sha256').update(`2 ${voice} ${stretch} ${text}`).digest('hex').slice(0, 24);
  const wav = join(CACHE, `${key}.wav`);
  const labels = join(CACHE, `${key}.txt`);
  if (!existsSync(labels)) {
    mkdirSync(CACHE, { recursive: true });
    const folder = mkdtempSync(join(tmpdir(), 'kipzo-bench-'));
    const out = execFileSync('flite', ['-voice', voice, '--setf', `duration_stretch=${stretch}`, '-psdur', '-t', text, '-o', join(folder, 'a.wav')], {
      timeout: 60_000,
    }).toString();
    writeFileSync(wav, readFileSync(join(folder, 'a.wav')));
    writeFileSync(labels, out);
    rmSync(folder, { recursive: true });
  }
  const sound = toMono(readWav(readFileSync(wav)));
  let start = 0;
  const phones = [...readFileSync(labels, 'utf8').matchAll(/([a-z]+):([\d.]+)/g)].map(([, label, end]) => {
    const phone = { label: phoneOfSynthesizer(label as string), start, end: Number(end) };
    start = phone.end;
    return phone;
  });
  return { samples: resample(sound.samples, sound.rate, RATE), phones };
}

export const VOICES = { tuning: ['kal16', 'slt'], verdict: ['rms', 'awb', 'slt', 'kal16'] } as const;

/** `plain`: each sentence by each voice at three rates. */
export function plainSet(sentences: readonly string[], voices: readonly string[]): Recording[] {
  return sentences.flatMap((text, s) =>
    voices.map((voice, v) => {
      const stretch = [0.88, 1, 1.15][(s + v) % 3] as number;
      const { samples, phones } = speak(voice, stretch, text);
      const words = text.split(' ');
      return { name: `${voice} ${stretch} ${text.slice(0, 20)}`, samples, words, phones, wordTimes: wordSpans(words, phones, speechResources()) };
    }),
  );
}

/** `uneven`: the same with each word's and each phone's length drawn between 0.6 and 1.6 of its own. */
export function unevenSet(sentences: readonly string[], voices: readonly string[]): Recording[] {
  return plainSet(sentences, voices).map((plain) => {
    const chance = dice(hashText(plain.name));
    const wordFactor = plain.words.map(() => chance.between(0.6, 1.6));
    const borders = [0];
    for (const phone of plain.phones) {
      const word = plain.wordTimes.findIndex((w) => phone.start >= w.start - 1e-6 && phone.end <= w.end + 1e-6);
      const factor = (wordFactor[word] ?? 1) * chance.between(0.6, 1.6);
      borders.push((borders.at(-1) as number) + (phone.end - phone.start) * factor);
    }
    const from = [0, ...plain.phones.map((phone) => phone.end)];
    const map = (t: number): number => {
      let n = 1;
      while (n < from.length - 1 && (from[n] as number) < t) n++;
      const a = from[n - 1] as number;
      const b = from[n] as number;
      return (borders[n - 1] as number) + ((borders[n] as number) - (borders[n - 1] as number)) * (b > a ? (t - a) / (b - a) : 0);
    };
    return {
      ...plain,
      samples: warped(plain.samples, from, borders),
      phones: plain.phones.map((phone) => ({ label: phone.label, start: map(phone.start), end: map(phone.end) })),
      wordTimes: plain.wordTimes.map(({ start, end }) => ({ start: map(start), end: map(end) })),
    };
  });
}

/** Time warp by waveform-similarity overlap-add (Verhelst & Roelands 1993), 20 ms windows. */
function warped(x: Float32Array, from: readonly number[], to: readonly number[]): Float32Array {
  const length = Math.round((to.at(-1) as number) * RATE);
  const window = 320;
  const hop = 160;
  const search = 80;
  const out = new Float32Array(length + window);
  const norm = new Float32Array(length + window);
  const source = (seconds: number): number => {
    let n = 1;
    while (n < to.length - 1 && (to[n] as number) < seconds) n++;
    const a = to[n - 1] as number;
    const b = to[n] as number;
    return (from[n - 1] as number) + ((from[n] as number) - (from[n - 1] as number)) * (b > a ? (seconds - a) / (b - a) : 0);
  };
  let natural = -1;
  for (let at = 0; at < length; at += hop) {
    const ideal = Math.round(source((at + window / 2) / RATE) * RATE) - window / 2;
    let best = ideal;
    if (natural >= 0) {
      let top = Number.NEGATIVE_INFINITY;
      for (let d = -search; d <= search; d += 4) {
        let sum = 0;
        for (let k = 0; k < window; k += 4) sum += (x[ideal + d + k] ?? 0) * (x[natural + k] ?? 0);
        if (sum > top) {
          top = sum;
          best = ideal + d;
        }
      }
    }
    for (let k = 0; k < window; k++) {
      const w = 0.5 - 0.5 * Math.cos((2 * Math.PI * (k + 0.5)) / window);
      out[at + k] = (out[at + k] as number) + w * (x[best + k] ?? 0);
      norm[at + k] = (norm[at + k] as number) + w;
    }
    natural = best + hop;
  }
  for (let n = 0; n < length; n++) out[n] = (out[n] as number) / Math.max(0.1, norm[n] as number);
  return out.subarray(0, length);
}

export interface Dialogue {
  readonly name: string;
  readonly samples: Float32Array;
  /** Words line by line, and all of them. */
  readonly lines: readonly (readonly string[])[];
  readonly words: readonly string[];
  readonly wordTimes: readonly { start: number; end: number }[];
  readonly phones: readonly TruePhone[];
  readonly utterances: readonly { readonly start: number; readonly end: number; readonly speaker: number }[];
  readonly speakers: number;
  /** Decibels over the noise; undefined for clean. */
  readonly noise: number | undefined;
  readonly overlap: boolean;
  /** A bed of ours lies under it. */
  readonly music: boolean;
}

/** Pink noise by Kellet's filter, seeded. */
function pinkNoise(length: number, seed: number): Float32Array {
  const chance = dice(seed);
  const out = new Float32Array(length);
  const b = [0, 0, 0, 0, 0, 0, 0];
  for (let n = 0; n < length; n++) {
    const white = chance.next() * 2 - 1;
    b[0] = 0.99886 * (b[0] as number) + white * 0.0555179;
    b[1] = 0.99332 * (b[1] as number) + white * 0.0750759;
    b[2] = 0.969 * (b[2] as number) + white * 0.153852;
    b[3] = 0.8665 * (b[3] as number) + white * 0.3104856;
    b[4] = 0.55 * (b[4] as number) + white * 0.5329522;
    b[5] = -0.7616 * (b[5] as number) - white * 0.016898;
    out[n] = (b.reduce((sum, value) => sum + value, 0) + white * 0.5362) * 0.11;
    b[6] = white * 0.115926;
  }
  return out;
}

interface Making {
  readonly name: string;
  readonly sentences: readonly string[];
  readonly cast: readonly string[];
  readonly count: number;
  /** Decibels over pink noise; undefined for clean. */
  readonly noise: number | undefined;
  readonly overlap: boolean;
  readonly music?: boolean;
  readonly seed: number;
}

/** Decibels by which music lies below the voices. */
const MUSIC_BELOW = 15;

/** A dialogue: lines one after the other with gaps of .15 to 1.5 s, truths kept. */
function makeDialogue({ name, sentences, cast, count, noise, overlap, music = false, seed }: Making): Dialogue {
  const chance = dice(seed);
  const pieces: { samples: Float32Array; at: number; speaker: number; words: string[]; phones: TruePhone[]; wordTimes: { start: number; end: number }[] }[] = [];
  let at = 0.6;
  let speaker = Math.floor(chance.next() * cast.length);
  for (let line = 0; line < count; line++) {
    const text = sentences[Math.floor(chance.next() * sentences.length)] as string;
    const { samples, phones } = speak(cast[speaker] as string, [0.94, 1, 1.08][line % 3] as number, text);
    const words = text.split(' ');
    pieces.push({ samples, at, speaker, words, phones, wordTimes: wordSpans(words, phones, speechResources()) });
    at += samples.length / RATE + (overlap && line % 3 === 1 ? -0.3 : chance.between(0.15, 1.5));
    if (cast.length > 1) speaker = (speaker + 1 + Math.floor(chance.next() * (cast.length - 1))) % cast.length;
  }
  const length = Math.round((at + 0.4) * RATE);
  const samples = new Float32Array(length);
  for (const piece of pieces)
    piece.samples.forEach((value, k) => {
      const place = Math.round(piece.at * RATE) + k;
      if (place < length) samples[place] = (samples[place] as number) + value;
    });
  if (noise !== undefined) {
    const level = Math.sqrt(
      pieces.reduce((sum, piece) => sum + piece.samples.reduce((s, value) => s + value * value, 0), 0) / pieces.reduce((sum, piece) => sum + piece.samples.length, 0),
    );
    const hiss = pinkNoise(length, seed);
    const own = Math.sqrt(hiss.reduce((sum, value) => sum + value * value, 0) / length);
    const gain = level / own / 10 ** (noise / 20);
    for (let k = 0; k < length; k++) samples[k] = (samples[k] as number) + (hiss[k] as number) * gain;
  }
  if (music) {
    const [left] = ownSamples(ownSource('harbour')) as readonly [Float32Array, Float32Array];
    const bed = resample(left, OWN_RATE, RATE);
    const power = (list: Float32Array): number => list.reduce((sum, value) => sum + value * value, 0) / list.length;
    const gain = Math.sqrt(power(samples) / power(bed)) / 10 ** (MUSIC_BELOW / 20);
    for (let k = 0; k < length; k++) samples[k] = (samples[k] as number) + (bed[k % bed.length] as number) * gain;
  }
  const moved = <T extends { start: number; end: number }>(list: readonly T[], by: number): T[] => list.map((one) => ({ ...one, start: one.start + by, end: one.end + by }));
  return {
    name,
    samples,
    lines: pieces.map((piece) => piece.words),
    words: pieces.flatMap(({ words }) => words),
    wordTimes: pieces.flatMap((piece) => moved(piece.wordTimes, piece.at)),
    phones: pieces.flatMap((piece) => moved(piece.phones, piece.at)),
    utterances: pieces.map((piece) => {
      const said = piece.phones.filter(({ label }) => label !== 'SIL');
      return { start: piece.at + (said[0]?.start ?? 0), end: piece.at + (said.at(-1)?.end ?? 0), speaker: piece.speaker };
    }),
    speakers: new Set(pieces.map((piece) => piece.speaker)).size,
    noise,
    overlap,
    music,
  };
}

/** `dialogue`: 12 of 6 to 9 lines by 1 to 4 voices; a third each clean, 20 dB, 12 dB; two overlap, and one more has music under it. */
export const dialogueSet = (sentences: readonly string[], voices: readonly string[], seed: number): Dialogue[] =>
  Array.from({ length: 13 }, (_, n) => {
    const chance = dice(seed * 100 + n);
    const speakers = Math.min(voices.length, n === 12 ? 2 : 1 + (n % 4));
    const cast = [...voices]
      .map((voice) => ({ voice, at: chance.next() }))
      .sort((a, b) => a.at - b.at)
      .slice(0, speakers)
      .map(({ voice }) => voice);
    const music = n === 12;
    const noise = music ? undefined : [undefined, 20, 12][n % 3];
    return makeDialogue({
      name: `${n} ${speakers} ${noise ?? (music ? 'music' : 'clean')}`,
      sentences,
      cast,
      count: 6 + Math.floor(chance.next() * 4),
      noise,
      overlap: n === 5 || n === 10,
      music,
      seed: seed * 1000 + n,
    });
  });

/** `twenty`: 20 lines by two voices at 12 dB, once for each pair of a woman and a man. */
export const twentySet = (sentences: readonly string[], seed: number): Dialogue[] =>
  (
    [
      ['slt', 'rms'],
      ['slt', 'awb'],
      ['slt', 'kal16'],
    ] as const
  ).map((cast, n) => makeDialogue({ name: cast.join(' and '), sentences, cast, count: 20, noise: 12, overlap: false, seed: seed * 77 + n }));
