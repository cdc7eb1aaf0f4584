import type { ScheduledLine } from './lines.ts';

/** A word that is matched comes with the sound; those between two follow so far apart, and with no voice so far (ticks). */
const BETWEEN = 2880;
const UNSPOKEN = 10_560;
/** Two beats nearer than this are one. */
const MERGED = 3840;

/** A word as it is compared: case, accents and what stands about it folded. */
const folded = (word: string): string =>
  word
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

const NUMBERS = 'zero one two three four five six seven eight nine ten eleven twelve'.split(' ');
/** A number is said by its name; a mark by itself is not said. */
const said = (word: string): string => (word && NUMBERS[Number(word)]) ?? word;

/** Words of a text, in order, over all of its rows. */
export const wordsIn = (text: string): string[] => text.split(/\s+/).filter(Boolean);

/** For each of some words the place of the one that is the same among others, or -1: the longest common sequence. */
function matched(words: readonly string[], spoken: readonly string[]): Int32Array {
  const [n, m] = [words.length, spoken.length];
  const longest = Array.from({ length: n + 1 }, () => new Uint16Array(m + 1));
  const at = (i: number, j: number): number => (longest[i] as Uint16Array)[j] as number;
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--) (longest[i] as Uint16Array)[j] = words[i] && words[i] === spoken[j] ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1));
  const out = new Int32Array(n).fill(-1);
  for (let i = 0, j = 0; i < n && j < m; )
    if (words[i] && words[i] === spoken[j]) out[i++] = j++;
    else if (at(i + 1, j) >= at(i, j + 1)) i++;
    else j++;
  return out;
}

/**
 * When each word of a text appears, scene ticks: with the same word as it is said while the text is on the stage, and between
 * two such words one after another; where nothing of it is said, one after another from its start. Nothing comes before
 * its layer does.
 */
export function beatsOf(text: string, lines: readonly ScheduledLine[], start: number, end: number): number[] {
  const words = wordsIn(text).map((word) => said(folded(word)));
  const spoken = lines.flatMap(({ words: list }) => list.filter((word) => word.start >= start - MERGED && word.start < end)).sort((a, b) => a.start - b.start);
  const places = matched(
    words,
    spoken.map((word) => said(folded(word.text))),
  );
  const beats: number[] = [];
  const first = places.findIndex((place) => place >= 0);
  const startOf = (place: number): number => (spoken[place] as (typeof spoken)[number]).start;
  let last = start;
  places.forEach((place, n) => {
    if (place >= 0) last = startOf(place);
    else if (first < 0) last = start + n * UNSPOKEN;
    // Before the first that is said words wait for it, so that nothing is read ahead of the voice.
    else if (n < first) last = startOf(places[first] as number);
    else last += BETWEEN;
    beats.push(Math.max(start, last));
  });
  // Where the voice is quicker than that, what stands between two words that are said comes with the second.
  for (let n = beats.length - 2; n >= 0; n--) beats[n] = Math.min(beats[n] as number, beats[n + 1] as number);
  return beats;
}
