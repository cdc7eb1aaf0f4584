import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Dictionary } from './dictionary.ts';
import { heardFrom, phoneOfSynthesizer, type SaidPhone, wordSpans, wordsOfPhones } from './synthesized.ts';

const WAYS: Readonly<Record<string, string>> = { the: 'DH AH', moon: 'M UW N', pulls: 'P UH L Z', water: 'W AO T ER', sea: 'S IY' };
const dictionary: Dictionary = {
  lookup: (word) => (WAYS[word] ? [{ phones: WAYS[word].split(' '), stressed: WAYS[word].split(' ').findIndex((phone) => /^[AEIOU]/.test(phone)) }] : []),
};
const said = (labels: string, each = 0.1): SaidPhone[] => labels.split(' ').map((label, n) => ({ label, start: n * each, end: (n + 1) * each }));

describe('phones that a synthesizer tells', () => {
  it('have the names of the acoustic model', () => {
    expect(['ax', 'pau', 'dx', 'sh', 'iy'].map(phoneOfSynthesizer)).toEqual(['AH', 'SIL', 'D', 'SH', 'IY']);
  });
  it('give each word its time, also where a phone is said otherwise, dropped or added', () => {
    const spans = wordSpans(['The', 'moon', 'pulls', 'water.'], said('SIL DH IH M UW N SIL P AH Z W AO HH D ER SIL'), { dictionary });
    expect(spans.map(({ start, end }) => [Math.round(start * 10), Math.round(end * 10)])).toEqual([
      [1, 3],
      [3, 6],
      [7, 10],
      [10, 15],
    ]);
  });
  it('are the times of the take: nothing is guessed, the stressed vowel is its own', () => {
    const heard = heardFrom(said('SIL DH AH S IY SIL'), ['The', 'sea.'], 0.7, { dictionary });
    expect(heard.words.map(({ start, end }) => [start, end])).toEqual([
      [0.1, 0.30000000000000004],
      [0.30000000000000004, 0.5],
    ]);
    expect(heard.vowels[1]).toEqual({ start: 0.4, end: 0.5 });
    expect(heard.phones.at(-1)).toMatchObject({ label: 'SIL', end: 0.7 });
    expect(heard.utterances).toHaveLength(1);
  });
  it('belong to words in the order in which they are said, whatever was said', () => {
    const words = fc.array(fc.constantFrom(...Object.keys(WAYS)), { minLength: 1, maxLength: 8 });
    const labels = fc.array(fc.constantFrom('DH', 'AH', 'M', 'UW', 'N', 'P', 'L', 'Z', 'SIL', 'IY', 'S'), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(words, labels, (text, list) => {
        const owners = wordsOfPhones(text, said(list.join(' ')), { dictionary }).filter(({ word }) => word >= 0);
        for (let n = 1; n < owners.length; n++) expect(owners[n]?.word).toBeGreaterThanOrEqual(owners[n - 1]?.word as number);
        const heard = heardFrom(said(list.join(' ')), text, list.length * 0.1, { dictionary });
        for (let n = 1; n < heard.phones.length; n++) expect(heard.phones[n]?.start).toBeCloseTo(heard.phones[n - 1]?.end as number, 9);
      }),
    );
  });
});
