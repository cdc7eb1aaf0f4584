import { type Heard, pronunciationsOf, type Spelling, withWords } from './analyse.ts';
import { isVowel } from './phones.ts';

/** A phone as a synthesizer says it was spoken, seconds from the sound's start. */
export interface SaidPhone {
  readonly label: string;
  readonly start: number;
  readonly end: number;
}

/** Phones of flite and festival (their radio and CMU sets) that the acoustic model calls otherwise. */
const NAMES: Readonly<Record<string, string>> = {
  ax: 'AH',
  axr: 'ER',
  ix: 'IH',
  pau: 'SIL',
  ssil: 'SIL',
  brth: 'SIL',
  h: 'HH',
  el: 'L',
  en: 'N',
  em: 'M',
  nx: 'N',
  dx: 'D',
};

/** A synthesizer's phone by the acoustic model's name. */
export const phoneOfSynthesizer = (label: string): string => NAMES[label] ?? label.toUpperCase();

/** What it costs to say one phone where another stands: vowels stand for vowels, consonants for consonants. */
const swap = (a: string, b: string): number => (a === b ? 0 : isVowel(a) === isVowel(b) ? 0.7 : 1.6);

/**
 * The word of every phone that was said, by laying the dictionary's phones along them (edit distance, Wagner & Fischer
 * 1974). Gives for each said phone the word's place and the phone's place in the word's first pronunciation, or -1 for
 * silence; `place` is -1 for a phone that the dictionary does not have there.
 */
export function wordsOfPhones(words: readonly string[], phones: readonly SaidPhone[], resources: Spelling): { word: number; place: number }[] {
  const said = phones.flatMap(({ label }, index) => (label === 'SIL' ? [] : [{ label, index }]));
  const expected = words.flatMap((word, index) => (pronunciationsOf(word, resources)[0]?.phones ?? []).map((label, place) => ({ label, word: index, place })));
  const n = expected.length;
  const m = said.length;
  const cost = Array.from({ length: n + 1 }, () => new Float64Array(m + 1));
  const at = (i: number, j: number): number => (cost[i] as Float64Array)[j] as number;
  const pair = (i: number, j: number): number => at(i - 1, j - 1) + swap((expected[i - 1] as { label: string }).label, (said[j - 1] as { label: string }).label);
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= m; j++) {
      if (!i && !j) continue;
      let best = Number.POSITIVE_INFINITY;
      if (i) best = Math.min(best, at(i - 1, j) + 1);
      if (j) best = Math.min(best, at(i, j - 1) + 1);
      if (i && j) best = Math.min(best, pair(i, j));
      (cost[i] as Float64Array)[j] = best;
    }
  const owners = phones.map(() => ({ word: -1, place: -1 }));
  for (let i = n, j = m; i > 0 || j > 0; ) {
    if (i && j && Math.abs(at(i, j) - pair(i, j)) < 1e-9) {
      const { word, place } = expected[i - 1] as { word: number; place: number };
      owners[(said[j - 1] as { index: number }).index] = { word, place };
      i--;
      j--;
    } else if (j && Math.abs(at(i, j) - at(i, j - 1) - 1) < 1e-9) j--;
    else i--;
  }
  // A phone that the dictionary lacks belongs to the word before it, at the start to the first one.
  let word = owners[said.find(({ index }) => (owners[index] as { word: number }).word >= 0)?.index ?? 0]?.word ?? -1;
  for (const { index } of said) {
    const owner = owners[index] as { word: number; place: number };
    if (owner.word < 0) owner.word = word;
    word = owner.word;
  }
  return owners;
}

/** When each word was said, seconds: from its first phone to its last; an empty span where none of it was. */
export function wordSpans(words: readonly string[], phones: readonly SaidPhone[], resources: Spelling): { start: number; end: number }[] {
  const spans: ({ start: number; end: number } | undefined)[] = words.map(() => undefined);
  wordsOfPhones(words, phones, resources).forEach(({ word }, index) => {
    if (word < 0) return;
    const { start, end } = phones[index] as SaidPhone;
    const span = spans[word];
    if (span) span.end = end;
    else spans[word] = { start, end };
  });
  return spans.map((span) => span ?? { start: 0, end: 0 });
}

/**
 * What is heard in a synthesized sound, from the synthesizer's own phone times: exact, nothing guessed. Phones in
 * order, seconds of a sound that lasts `duration`.
 */
export function heardFrom(phones: readonly SaidPhone[], words: readonly string[], duration: number, resources: Spelling): Heard {
  const timed: SaidPhone[] = [];
  let at = 0;
  for (const phone of phones) {
    const start = Math.min(duration, Math.max(at, phone.start));
    const end = Math.min(duration, phone.end);
    if (end <= start) continue;
    if (start > at) timed.push({ label: 'SIL', start: at, end: start });
    timed.push({ label: phone.label, start, end });
    at = end;
  }
  if (duration > at) timed.push({ label: 'SIL', start: at, end: duration });
  const owners = wordsOfPhones(words, timed, resources);
  const ways = words.map((word) => pronunciationsOf(word, resources));
  const placed = timed.map((phone, index) => ({ ...phone, word: (owners[index] as { word: number }).word, pronunciation: 0 }));
  const heard = withWords(words, ways, placed, [], duration);
  const vowels = words.map((_, word) => {
    const way = ways[word]?.[0];
    const stressed = way?.stressed ?? way?.phones.findIndex(isVowel);
    const index = owners.findIndex((owner) => owner.word === word && owner.place === stressed);
    const phone = timed[index] ?? placed.find((one) => one.word === word && isVowel(one.label));
    return phone && { start: phone.start, end: phone.end };
  });
  return { ...heard, vowels };
}
