import { toTicks } from '../time/ticks.ts';
import { denoise, type Stretch, speechActivity } from './activity.ts';
import { align } from './align.ts';
import { ANALYSIS_VERSION, type Analysis, isSaid } from './analysis.ts';
import { corrected, type TimedPhone } from './boundaries.ts';
import { bareWord, type Dictionary, type Pronunciation, spoken, spokenAbroad } from './dictionary.ts';
import { cepstra, melEnergies, RATE, widen } from './features.ts';
import { phoneLoop } from './loop.ts';
import { levels, relativeLoudness } from './loudness.ts';
import type { AcousticModel } from './model.ts';
import { mouthCues } from './mouth.ts';
import { isVowel } from './phones.ts';
import { OTHER, type PlacedPhone } from './search.ts';
import { changesWithin, type SpokenBy, speakersOf, Voices } from './speakers.ts';
import { wordStress } from './stress.ts';

export interface SpeechResources {
  readonly model: AcousticModel;
  readonly dictionary: Dictionary;
  /** Phones of words that the dictionary lacks, asked for before. */
  readonly pronunciations?: Readonly<Record<string, readonly string[]>>;
  /** The text is in another language than English. */
  readonly foreign?: boolean;
  /** The text surely is what is said. */
  readonly certain?: boolean;
}

/** What a word's pronunciations are found by. */
export type Spelling = Pick<SpeechResources, 'dictionary' | 'pronunciations' | 'foreign'>;

const NOTHING: Dictionary = { lookup: () => [] };

/** Resources for a language (a BCP 47 tag): the dictionary is English, other words are pronounced by rules. */
export const inLanguage = (resources: SpeechResources, language = 'en'): SpeechResources =>
  /^en\b/.test(language) ? resources : { ...resources, dictionary: NOTHING, foreign: true };

/** Words of a text that need a pronunciation from outside. */
export const unknownWords = (words: readonly string[], { dictionary, pronunciations = {}, foreign }: Spelling): string[] => [
  ...new Set(words.flatMap(foreign ? spokenAbroad : spoken).filter((word) => dictionary.lookup(word).length === 0 && !pronunciations[word])),
];

/** Letters as phones: the last resort for a word that nothing knows, so that its time is at least found. */
const LETTERS: Readonly<Record<string, string>> = {
  a: 'AE',
  b: 'B',
  c: 'K',
  d: 'D',
  e: 'EH',
  f: 'F',
  g: 'G',
  h: 'HH',
  i: 'IH',
  j: 'JH',
  k: 'K',
  l: 'L',
  m: 'M',
  n: 'N',
  o: 'OW',
  p: 'P',
  q: 'K',
  r: 'R',
  s: 'S',
  t: 'T',
  u: 'AH',
  v: 'V',
  w: 'W',
  x: 'K S',
  y: 'Y',
  z: 'Z',
};

/** All ways to say a written word: each spoken part's pronunciations, joined. */
export function pronunciationsOf(word: string, { dictionary, pronunciations = {}, foreign }: Spelling): Pronunciation[] {
  let ways: Pronunciation[] = [{ phones: [], stressed: undefined }];
  for (const part of (foreign ? spokenAbroad : spoken)(word)) {
    const given = pronunciations[part];
    const known = dictionary.lookup(part);
    const options: readonly Pronunciation[] = known.length
      ? known
      : [{ phones: given ?? [...bareWord(part)].flatMap((letter) => LETTERS[letter]?.split(' ') ?? []), stressed: undefined }];
    ways = ways
      .flatMap((way) =>
        options.map((option) => ({
          phones: [...way.phones, ...option.phones],
          stressed: way.stressed ?? (option.stressed === undefined ? undefined : option.stressed + way.phones.length),
        })),
      )
      .slice(0, 12);
  }
  return ways.filter((way) => way.phones.length > 0);
}

export interface Heard {
  /** Seconds. */
  readonly duration: number;
  readonly phones: readonly TimedPhone[];
  /** One for each word of the text, in its order (isSaid). */
  readonly words: readonly { readonly text: string; readonly start: number; readonly end: number }[];
  readonly utterances: readonly { readonly start: number; readonly end: number }[];
  /** Stressed vowel of each word. */
  readonly vowels: readonly ({ readonly start: number; readonly end: number } | undefined)[];
  /** False where the text could not be laid along the sound, or is another one: no word is said, the phones were heard without it. */
  readonly aligned: boolean;
}

/** Silence round a piece that is decoded without text (speech.md, step 8). */
const PIECE_PAD = 25;
const JOIN_UTTERANCES = 0.4;
const SNAP = 0.15;
const SENTENCE_GAP = 0.08;

/**
 * One recording that is listened to: what all steps need is computed once. 16 kHz mono samples.
 */
export class Listening {
  private readonly samples: Float32Array;
  private readonly resources: SpeechResources;
  private readonly frames: number;
  private readonly features: Float32Array;
  /** Whether the recording needed its noise taken out. */
  readonly noisy: boolean;
  private readonly overNoise: number;
  private readonly stretches: readonly Stretch[];
  private readonly edges: readonly { start: number; end: number }[];
  readonly duration: number;
  private opened: Voices | undefined;

  constructor(samples: Float32Array, resources: SpeechResources) {
    this.samples = samples;
    this.resources = resources;
    this.duration = samples.length / RATE;
    const raw = melEnergies(samples);
    this.frames = raw.frames;
    const activity = speechActivity(raw);
    const cleaned = denoise(raw, activity);
    // In noise every frame is loud: only what lies within speech tells the channel's mean.
    const inside = new Uint8Array(this.frames);
    for (const { from, to } of activity.stretches) inside.fill(1, from, to);
    const noisy = cleaned && activity.stretches.length > 0;
    this.features = cepstra(raw, (t) => (noisy ? inside[t] === 1 : (activity.level[t] as number) > activity.peak - 35));
    if (noisy) widen(this.features, (t) => inside[t] === 1);
    this.noisy = noisy;
    this.overNoise = activity.peak - activity.floor;
    this.stretches = activity.stretches;
    this.edges = activity.stretches.map(({ from, to }) => ({ start: from * 0.01, end: Math.min(this.duration, to * 0.01 + 0.0156) }));
  }

  private get voices(): Voices {
    this.opened ??= new Voices(this.resources.model, this.features, this.frames, this.samples, this.overNoise);
    return this.opened;
  }

  /** Who speaks each utterance, told apart by voice (speakers.ts). */
  speakers(utterances: readonly { readonly start: number; readonly end: number }[], count?: number): SpokenBy[] {
    return speakersOf(this.voices, utterances, count);
  }

  /** Where somebody speaks, cut also where another voice goes on without a pause. */
  turns(join = JOIN_UTTERANCES): { start: number; end: number }[] {
    return this.utterances(join).flatMap(({ start, end }) => {
      const cuts = [start, ...changesWithin(this.voices, start, end), end];
      return cuts.slice(1).map((to, n) => ({ start: cuts[n] as number, end: to }));
    });
  }

  /** Where somebody speaks: stretches of sound joined over short pauses, in seconds. */
  utterances(join = JOIN_UTTERANCES): { start: number; end: number }[] {
    return joinEdges(this.edges, join);
  }

  /** What was said beside the text, as phones heard without one. */
  private inOtherWords(placed: readonly PlacedPhone[]): PlacedPhone[] {
    return placed.flatMap((phone) => {
      if (phone.phone !== OTHER) return [phone];
      const heard = phoneLoop(this.resources.model, this.features, phone.from, phone.to);
      return heard.length ? heard : [{ ...phone, phone: 'SIL' }];
    });
  }

  /** Phones, words and utterances, with the text's words in order or without a text. */
  hear(words: readonly string[] | undefined): Heard {
    const { resources, features, frames, duration, edges } = this;
    if (words?.length && frames > 4) {
      const ways = words.map((word) => pronunciationsOf(word, resources));
      const spokenIndex = ways.flatMap((way, index) => (way.length ? [index] : []));
      const placed = spokenIndex.length
        ? align(
            resources.model,
            features,
            frames,
            spokenIndex.map((index) => ways[index] as Pronunciation[]),
            resources.certain ? 'certain' : resources.foreign ? 'other-language' : 'english',
          )
        : undefined;
      if (placed) {
        const phones = corrected(
          withoutDoubleSilence(this.inOtherWords(placed)).map((p) => ({ ...p, word: p.word < 0 ? -1 : (spokenIndex[p.word] as number) })),
          duration,
          this.noisy,
        );
        return withWords(words, ways, phones, edges, duration, this.noisy);
      }
    }
    const placed: PlacedPhone[] = [];
    let at = 0;
    const rest = (to: number): void => {
      if (to > at) placed.push({ phone: 'SIL', from: at, to, word: -1, pronunciation: 0 });
    };
    for (const piece of joinStretches(this.stretches, frames)) {
      rest(piece.from);
      placed.push(...phoneLoop(resources.model, features, piece.from, piece.to));
      at = piece.to;
    }
    rest(frames);
    const merged = withoutDoubleSilence(placed);
    const phones = merged.length ? corrected(merged, duration, this.noisy) : [{ label: 'SIL', start: 0, end: duration, word: -1, pronunciation: 0 }];
    const unsaid = (words ?? []).map((text) => ({ text, start: 0, end: 0 }));
    return { duration, phones, words: unsaid, vowels: unsaid.map(() => undefined), utterances: this.utterances(), aligned: false };
  }
}

/** Everything heard in 16 kHz mono samples, with the text's words in order or without a text. */
export const listen = (samples: Float32Array, words: readonly string[] | undefined, resources: SpeechResources): Heard => new Listening(samples, resources).hear(words);

/** Phones with silences that follow each other as one. */
const withoutDoubleSilence = (placed: readonly PlacedPhone[]): PlacedPhone[] =>
  placed.reduce<PlacedPhone[]>((out, phone) => {
    const last = out.at(-1);
    if (last && last.phone === 'SIL' && phone.phone === 'SIL') out[out.length - 1] = { ...last, to: phone.to };
    else out.push(phone);
    return out;
  }, []);

function joinStretches(stretches: readonly Stretch[], frames: number): Stretch[] {
  const out: { from: number; to: number }[] = [];
  for (const { from, to } of stretches) {
    const start = Math.max(0, from - PIECE_PAD);
    const end = Math.min(frames, to + PIECE_PAD);
    const last = out.at(-1);
    if (last && start <= last.to) last.to = end;
    else out.push({ from: start, to: end });
  }
  return out;
}

const joinEdges = (edges: readonly { start: number; end: number }[], join = JOIN_UTTERANCES): { start: number; end: number }[] =>
  edges.reduce<{ start: number; end: number }[]>((out, edge) => {
    const last = out.at(-1);
    if (last && edge.start - last.end < join) last.end = edge.end;
    else out.push({ ...edge });
    return out;
  }, []);

/** What was heard, with its words' times, stressed vowels and utterances: from phones that know their word. */
export function withWords(
  words: readonly string[],
  ways: readonly (readonly Pronunciation[])[],
  phones: readonly TimedPhone[],
  edges: readonly { start: number; end: number }[],
  duration: number,
  noisy = false,
): Heard {
  const spans: ({ start: number; end: number } | undefined)[] = words.map(() => undefined);
  const vowels: ({ start: number; end: number } | undefined)[] = words.map(() => undefined);
  const counters = words.map(() => 0);
  for (const phone of phones) {
    if (phone.word < 0) continue;
    const span = spans[phone.word];
    if (span) span.end = phone.end;
    else spans[phone.word] = { start: phone.start, end: phone.end };
    const way = ways[phone.word]?.[phone.pronunciation];
    const place = counters[phone.word] as number;
    counters[phone.word] = place + 1;
    const stressed = way?.stressed ?? way?.phones.findIndex(isVowel);
    if (stressed === place) vowels[phone.word] = { start: phone.start, end: phone.end };
  }
  let before = 0;
  const timed = words.map((text, index) => {
    const span = spans[index] ?? { start: before, end: before };
    before = span.end;
    return { text, start: span.start, end: span.end };
  });
  // Sentences with a gap after them are utterances; their edges snap to where the sound begins and ends.
  const utterances: { start: number; end: number }[] = [];
  let ended = true;
  for (const word of timed) {
    const open = utterances.at(-1);
    if (isSaid(word)) {
      if (open && !(ended && word.start - open.end >= SENTENCE_GAP)) open.end = word.end;
      else utterances.push({ start: word.start, end: word.end });
      ended = false;
    }
    ended ||= /[.?!…]["”’)]?$/.test(word.text);
  }
  return { duration, phones, words: timed, vowels, utterances: utterances.map((utterance) => snapped(utterance, edges, noisy)), aligned: true };
}

/**
 * A span of words with its ends where the sound begins and ends, if that is near. In `noise` the first and last sounds
 * are drowned: there the ends only move outwards.
 */
export function snapped(
  { start, end }: { readonly start: number; readonly end: number },
  edges: readonly { readonly start: number; readonly end: number }[],
  noise: boolean,
): { start: number; end: number } {
  const nearest = (value: number, side: 'start' | 'end'): number => {
    let best = value;
    for (const edge of edges) {
      const distance = Math.abs(edge[side] - value);
      const inwards = side === 'start' ? edge[side] > value : edge[side] < value;
      if (distance < (best === value ? SNAP : Math.abs(best - value)) && !(noise && inwards)) best = edge[side];
    }
    return best;
  };
  return { start: nearest(start, 'start'), end: nearest(end, 'end') };
}

/**
 * The analysis that is stored with a take: from what was heard in its samples at 16 kHz. `from`..`to` in seconds cut
 * a take out of a longer recording.
 */
export function analysisOf(heard: Heard, samples: Float32Array, from = 0, to = heard.duration): Analysis {
  const length = toTicks(to - from);
  const ticks = (seconds: number): number => Math.min(length, Math.max(0, toTicks(seconds - from)));
  const inside = heard.phones.filter((phone) => phone.end > from && phone.start < to);
  const phones = inside.map((phone) => ({ label: phone.label, start: ticks(phone.start), end: ticks(phone.end) })).filter((phone) => phone.end > phone.start);
  if (phones.length) {
    (phones[0] as { start: number }).start = 0;
    (phones.at(-1) as { end: number }).end = length;
  } else phones.push({ label: 'SIL', start: 0, end: length });
  const cut = samples.subarray(Math.round(from * RATE), Math.round(to * RATE));
  const rms = levels(cut, RATE);
  const here = heard.words.map((word, index) => ({ word, index })).filter(({ word }) => word.end >= from && word.start <= to);
  const vowels = here.map(({ word, index }) => ({ text: word.text, vowel: heard.vowels[index] }));
  return {
    version: ANALYSIS_VERSION,
    length,
    words: here.map(({ word }) => ({ text: word.text, start: ticks(word.start), end: ticks(word.end) })),
    phones,
    // A glide begins within its phone: to a whole tick, as all times of a take.
    mouth: mouthCues(phones).map((cue) => ({ ...cue, start: Math.round(cue.start), end: Math.round(cue.end) })),
    loudness: relativeLoudness(rms),
    stress: wordStress(vowels, samples, RATE, (seconds) => rms[Math.round((seconds - from) * 100)] ?? 0),
  };
}
