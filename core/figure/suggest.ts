import { ACTIONS } from './actions/index.ts';
import { EXPRESSIONS } from './expressions/index.ts';

/** Something that a direction in a script asks for, and the word that asks for it. */
export interface Suggested {
  readonly kind: 'face' | 'gesture';
  readonly id: string;
  readonly name: string;
  readonly because: string;
}

/** A word without its endings, so that waves, waving and waved are one. */
const stem = (word: string): string => {
  const plain = word.toLowerCase().replace(/[^\p{L}]/gu, '');
  const short = plain.replace(/(fully|ingly|edly|ily|ing|ied|ies|ed|ly|es|s|e|y)$/u, '').replace(/([^aeiou])\1$/u, '$1');
  return short.length > 2 ? short : plain;
};

const wordsOf = (text: string): string[] => text.split(/[^\p{L}]+/u).filter((word) => word.length > 1);

interface Entry {
  readonly kind: Suggested['kind'];
  readonly id: string;
  readonly name: string;
  /** Each way to say it as its stems. */
  readonly ways: readonly (readonly string[])[];
}

/** Too common to ask for anything by themselves. */
const COMMON = new Set(['the', 'one', 'this', 'that', 'no', 'yes', 'look', 'at', 'to', 'up', 'on', 'in', 'it', 'her', 'his', 'hand', 'arm', 'down'].map(stem));

const entry = (kind: Suggested['kind'], { id, name, words }: { id: string; name: string; words: readonly string[] }): Entry => ({
  kind,
  id,
  name,
  ways: [name, id.replace(/-/g, ' '), ...words]
    .map((way) => wordsOf(way).map(stem).filter(Boolean))
    .filter((way) => way.length && !(way.length === 1 && COMMON.has(way[0] as string))),
});

let entries: readonly Entry[] | undefined;

/**
 * What a parenthetical or a stage direction asks a figure to do: at most one face and one action, the ones of which
 * most words are there. Nothing where no word is known.
 */
export function suggestActing(direction: string): Suggested[] {
  entries ??= [...EXPRESSIONS.map((one) => entry('face', one)), ...ACTIONS.map((one) => entry('gesture', one))];
  const words = wordsOf(direction);
  const said = new Map(words.map((word) => [stem(word), word]));
  const best: Partial<Record<Suggested['kind'], { score: number; found: Suggested }>> = {};
  for (const { kind, id, name, ways } of entries)
    for (const way of ways) {
      if (!way.every((part) => said.has(part))) continue;
      // Longer ways tell more; the name itself more than a word that it shares with others.
      const score = way.join('').length + (way === ways[0] ? 1 : 0);
      if (score <= (best[kind]?.score ?? 0)) continue;
      best[kind] = { score, found: { kind, id, name, because: way.map((part) => said.get(part)).join(' ') } };
    }
  return [best.face?.found, best.gesture?.found].filter((found) => found !== undefined);
}
