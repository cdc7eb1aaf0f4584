import { FEELING_WORDS, plainWord, saidAt } from './lexicon.ts';

/** Words that take back what is said so many words after them. */
const DENIALS: ReadonlySet<string> = new Set(['not', 'no', 'nobody', 'never', 'nothing', 'none', "isn't", "don't", "doesn't", "didn't", "won't", "can't"]);
const DENIED_WITHIN = 3;

/** A feeling: an expression's id, how strong, and why. */
export interface Feeling {
  readonly expression: string;
  readonly strength: number;
  readonly note: string;
}

/** What a line feels like, by what it says and how it ends; undefined where nothing tells. */
export function feelingOf(words: readonly { readonly text: string }[], text: string): Feeling | undefined {
  const said = words.map((word) => plainWord(word.text));
  // “Nobody has stolen it” is no bad news.
  const denied = (index: number): boolean => said.slice(Math.max(0, index - DENIED_WITHIN), index).some((one) => DENIALS.has(one));
  for (const { words: list, face, note } of FEELING_WORDS)
    if (face && list.some((way) => said.some((_, index) => saidAt(said, index, way) && !denied(index)))) return { expression: face, strength: 0.75, note: `${note} in the words` };
  const end = text.trim();
  if (/\?["”’)]*$/.test(end)) return { expression: 'curious', strength: 0.45, note: 'a question' };
  if (/!["”’)]*$/.test(end)) return { expression: 'excited', strength: 0.45, note: 'an exclamation' };
  if (/(…|\.\.\.)["”’)]*$/.test(end)) return { expression: 'thinking', strength: 0.5, note: 'it trails off' };
  return undefined;
}
