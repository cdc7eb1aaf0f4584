import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatsOf, wordsIn } from './beats.ts';

const said = (...words: readonly (readonly [string, number])[]) => [{ words: words.map(([text, start]) => ({ text, start, end: start + 100 })) }] as never;
const LATE = 1_000_000;

describe('when words appear', () => {
  it('is with the same word as it is said, whatever its case, its accents and its stops', () => {
    expect(beatsOf('Low TIDE!', said(['It', 1000], ['is', 2000], ['low', 5000], ['tide.', 9000]), 0, LATE)).toEqual([5000, 9000]);
    expect(beatsOf('Etape', said(['étape', 4000]), 0, LATE)).toEqual([4000]);
    expect(beatsOf('«Étape»', said(['etape…', 4000]), 0, LATE)).toEqual([4000]);
    expect(beatsOf("It's low", said(['its', 4000], ['low', 9000]), 0, LATE)).toEqual([4000, 9000]);
  });
  it('of a number is with its name, up to twelve', () => {
    expect(beatsOf('6 hours', said(['six', 7000], ['hours', 9000]), 0, LATE)).toEqual([7000, 9000]);
    expect(beatsOf('Zero, 1, two, 12', said(['0', 4000], ['one', 5000], ['2', 6000], ['twelve', 9000]), 0, LATE)).toEqual([4000, 5000, 6000, 9000]);
    expect(beatsOf('13 boats', said(['13', 7000], ['boats', 9000]), 0, LATE)).toEqual([7000, 9000]);
  });
  it('is never ahead of the voice: what stands before the first word that is said waits for it', () => {
    expect(beatsOf('The pull of the Moon', said(['Moon', 48_000]), 0, LATE)).toEqual([48_000, 48_000, 48_000, 48_000, 48_000]);
    expect(beatsOf('Low tide again', said(['tide', 20_000]), 3000, LATE)).toEqual([20_000, 20_000, 22_880]);
  });
  it('is one after another between and after words that are said, 0.06 s apart, and at the latest with the next', () => {
    expect(beatsOf('Moon and the Sun and more', said(['Moon', 10_000], ['Sun', 50_000]), 0, LATE)).toEqual([10_000, 12_880, 15_760, 50_000, 52_880, 55_760]);
    // The words between have less room than they would take: what is said comes with its sound all the same.
    expect(beatsOf('Moon and the Sun', said(['Moon', 10_000], ['Sun', 14_000]), 0, LATE)).toEqual([10_000, 12_880, 14_000, 14_000]);
  });
  it('is one after another where nothing of it is said, from when it is on the stage', () => {
    expect(beatsOf('Part two begins', said(['Hello', 100]), 30_000, LATE)).toEqual([30_000, 40_560, 51_120]);
    expect(beatsOf('Part two', [], 30_000, LATE)).toEqual([30_000, 40_560]);
    expect(beatsOf('', said(['Hello', 100]), 30_000, LATE)).toEqual([]);
  });
  it('goes by what is said while the text is on the stage, and just before it comes', () => {
    const twice = said(['tide', 10_000], ['tide', 60_000]);
    expect(beatsOf('Tide', twice, 10_000 + 3840, LATE)).toEqual([13_840]);
    expect(beatsOf('Tide', twice, 10_000 + 3841, LATE)).toEqual([60_000]);
    expect(beatsOf('Tide', said(['tide', 60_000]), 0, 60_001)).toEqual([60_000]);
    expect(beatsOf('Tide', said(['tide', 60_000]), 0, 60_000)).toEqual([0]);
  });
  it('follows what is said in order, over all lines, with as many words as can be', () => {
    const [late] = said(['Sun', 50_000], ['sets', 60_000]) as unknown as [never];
    const [early] = said(['Moon', 10_000], ['rises', 20_000]) as unknown as [never];
    expect(beatsOf('Moon rises\nSun sets', [late, early], 0, LATE)).toEqual([10_000, 20_000, 50_000, 60_000]);
    // Taking the first “tide” that is said would leave “low” without a voice.
    expect(beatsOf('low tide', said(['tide', 5000], ['low', 10_000], ['tide', 30_000]), 0, LATE)).toEqual([10_000, 30_000]);
    expect(beatsOf('tide low tide', said(['low', 10_000], ['tide', 30_000]), 0, LATE)).toEqual([10_000, 10_000, 30_000]);
    expect(beatsOf('low tide sand', said(['tide', 5000], ['sand', 9000], ['low', 20_000]), 0, LATE)).toEqual([5000, 5000, 9000]);
  });
  it('does not take a mark for a word that is said', () => {
    expect(beatsOf('Moon — Sun', said(['Moon', 10_000], ['–', 20_000], ['Sun', 50_000]), 0, LATE)).toEqual([10_000, 12_880, 50_000]);
  });
  it('is in order and never before its layer, whatever is said', () => {
    const word = fc.constantFrom('moon', 'sun', 'tide', 'two', '2', 'low', 'the', 'Sea,');
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 9 }), fc.array(word, { maxLength: 14 }), fc.integer({ min: 0, max: 100_000 }), (text, spoken, start) => {
        const beats = beatsOf(text.join(' '), said(...spoken.map((one, n) => [one, n * 9000] as const)), start, LATE);
        expect(beats).toHaveLength(text.length);
        expect(beats.every((beat) => beat >= start)).toBe(true);
        expect([...beats].sort((a, b) => a - b)).toEqual(beats);
      }),
      { numRuns: 300 },
    );
  });
});

describe('words of a text', () => {
  it('are those of all of its rows, without what stands between them', () => {
    expect(wordsIn('  Low tide\n at\tsix ')).toEqual(['Low', 'tide', 'at', 'six']);
    expect(wordsIn(' \n')).toEqual([]);
  });
});
