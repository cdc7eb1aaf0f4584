import type { MouthShape } from '../document/schema.ts';
import { toTicks } from '../time/ticks.ts';
import { ANALYSIS_VERSION, type Analysis, LOUDNESS_STEP } from './analysis.ts';

/** Seconds that a letter of each class takes on average in unhurried speech; rough, and replaced by the draft voice. */
const VOWEL_SECONDS = 0.11;
const CONSONANT_SECONDS = 0.062;
const COMMA_SECONDS = 0.22;
const STOP_SECONDS = 0.42;

const LETTER_SHAPES: Readonly<Record<string, MouthShape>> = {
  a: 'wide',
  e: 'mid',
  i: 'spread',
  o: 'round',
  u: 'pucker',
  y: 'spread',
  m: 'closed',
  b: 'closed',
  p: 'closed',
  f: 'bite',
  v: 'bite',
  l: 'tongue',
  w: 'pucker',
  r: 'pucker',
};

/**
 * Words, mouth and length of a line that has no voice yet, from its spelling alone: what the ribbon and stage show
 * in the moment before the draft voice is there.
 */
export function estimateSpeech(words: readonly string[]): Analysis {
  const out: { text: string; start: number; end: number }[] = [];
  const mouth: { shape: MouthShape; start: number; end: number }[] = [];
  let at = 0;
  const push = (shape: MouthShape, seconds: number): void => {
    const end = at + toTicks(seconds);
    const last = mouth.at(-1);
    if (last && last.shape === shape) last.end = end;
    else mouth.push({ shape, start: at, end });
    at = end;
  };
  for (const text of words) {
    const start = at;
    for (const letter of text
      .toLowerCase()
      .normalize('NFD')
      .match(/\p{L}|\d/gu) ?? []) {
      const shape = LETTER_SHAPES[letter] ?? 'teeth';
      push(shape, 'aeiouy'.includes(letter) ? VOWEL_SECONDS : CONSONANT_SECONDS);
    }
    if (at === start) push('mid', VOWEL_SECONDS);
    out.push({ text, start, end: at });
    if (/[.?!…]["”’)]?$/.test(text)) push('rest', STOP_SECONDS);
    else if (/[,;:]$/.test(text)) push('rest', COMMA_SECONDS);
  }
  const length = out.at(-1)?.end ?? toTicks(1);
  const inside = mouth.filter((m) => m.start < length).map((m) => ({ ...m, end: Math.min(m.end, length) }));
  return {
    version: ANALYSIS_VERSION,
    length,
    words: out,
    phones: [],
    mouth: inside.length ? inside : [{ shape: 'rest', start: 0, end: length }],
    loudness: new Array(Math.ceil(length / LOUDNESS_STEP) + 1).fill(0.8),
    stress: words.map(() => 0.3),
  };
}
