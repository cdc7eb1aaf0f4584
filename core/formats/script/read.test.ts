import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { reword } from '../../edit/words.ts';
import { seededIds } from '../../testing/samples.ts';
import { emphasisedWords, readScript, splitWords, tidyName } from './read.ts';
import { withoutWords } from './script.ts';

describe('a pasted script', () => {
  it('finds title, speakers, lines and directions', () => {
    expect(readScript('# Low tide\n\nMARIT: (waves) Good morning.\nIt is low tide.\n\nTully (whispering): Oh [points] no!')).toMatchObject({
      title: 'Low tide',
      speakers: ['Marit', 'Tully'],
      lines: [
        { speaker: 'Marit', text: 'Good morning. It is low tide.', directions: ['waves'] },
        { speaker: 'Tully', text: 'Oh no!', directions: ['whispering', 'points'] },
      ],
    });
  });
  it('has a scene for each further heading, and keeps what happens before a line', () => {
    const { scenes } = readScript('# Film\n\n## Wall\nMARIT: One.\n\n(The lamp goes out.)\n\nTULLY (V.O.): Two.\n\n## Lamp room\nMARIT: Three.');
    expect(scenes).toEqual([
      {
        title: 'Wall',
        lines: [
          { speaker: 'Marit', text: 'One.', directions: [] },
          { speaker: 'Tully', text: 'Two.', directions: [], staging: 'The lamp goes out.', offStage: true },
        ],
      },
      { title: 'Lamp room', lines: [{ speaker: 'Marit', text: 'Three.', directions: [] }] },
    ]);
  });
  it('without names is one speaker’s monologue, a line a paragraph', () => {
    const { lines, speakers } = readScript('The sea rises.\nIt falls again.\n\nTwice a day.', 'Noor');
    expect(speakers).toEqual(['Noor']);
    expect(lines.map((line) => line.text)).toEqual(['The sea rises. It falls again.', 'Twice a day.']);
  });
  it('takes a sentence with a colon for what it is', () => expect(readScript('There is one thing you should know: it floats.').speakers).toEqual(['Presenter']));
  it('never throws and never invents speech', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (source) => {
        const { lines } = readScript(source);
        for (const line of lines) expect(line.text.length).toBeGreaterThan(0);
        expect(lines.map((line) => line.text).join('').length).toBeLessThanOrEqual(source.length + 1);
      }),
    );
  });
  it.each([
    ['MARIT', 'Marit'],
    ['old mcnab', 'Old Mcnab'],
    ['Marit', 'Marit'],
    ["ANNE-MARIE O'NEIL", "Anne-Marie O'Neil"],
  ])('writes %s as %s', (name, tidy) => expect(tidyName(name)).toBe(tidy));
});

describe('new words for a line', () => {
  it('keep the ids of words that stay, whatever comes between', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('sea', 'moon', 'tide', 'boat', 'low'), { minLength: 1, maxLength: 10 }), fc.nat(9), (words, at) => {
        const makeId = seededIds(4);
        const before = reword({}, words.join(' '), makeId);
        const place = at % words.length;
        const after = reword(before, [...words.slice(0, place), 'suddenly', ...words.slice(place)].join(' '), makeId);
        for (const id of Object.keys(before)) expect(after[id]?.text).toBe(before[id]?.text);
        expect(
          Object.values(after)
            .sort((a, b) => (a.order < b.order ? -1 : 1))
            .map((word) => word.text),
        ).toEqual(splitWords([...words.slice(0, place), 'suddenly', ...words.slice(place)].join(' ')));
      }),
    );
  });
});

describe('marks of emphasis', () => {
  it.each([
    ['The *sea* goes out.', ['The', 'sea', 'goes', 'out.'], [1]],
    ['It is **not far**, is it?', ['It', 'is', 'not', 'far,', 'is', 'it?'], [2, 3]],
    ['"_Really_?" she said', ['"Really?"', 'she', 'said'], [0]],
    ['2 * 3 and snake_case stay', ['2', '3', 'and', 'snake_case', 'stay'], []],
  ])('in %s are no part of the words', (text, words, strong) => {
    const read = emphasisedWords(text as string);
    expect(read.map((word) => word.text)).toEqual(words);
    expect(read.flatMap((word, index) => (word.emphasised ? [index] : []))).toEqual(strong);
  });
});

describe('words that are taken out of a text', () => {
  it.each([
    ['Well, it is a very big moon.', [0, 4], 'it is a big moon.'],
    ['It goes out twice a day.', [4, 5], 'It goes out twice.'],
    ['Who – really – drank it?', [1], 'Who – – drank it?'],
    ['The *very big* moon *pulls*!', [1], 'The *big* moon *pulls*!'],
    ['All of it!', [0, 1, 2], ''],
  ])('of %s leave the rest as it was written', (text, dropped, left) => expect(withoutWords(text as string, new Set(dropped as number[]))).toBe(left));

  it('are those and no others', () => {
    const word = fc.constantFrom('tide', 'Moon,', 'no.', '“Sea”', 'low?');
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 9 }), fc.array(fc.nat(8), { maxLength: 9 }), (words, places) => {
        const dropped = new Set(places.filter((place) => place < words.length));
        const bare = (text: string): string => text.replace(/[^\p{L}]/gu, '');
        expect(splitWords(withoutWords(words.join(' '), dropped)).map(bare)).toEqual(words.filter((_, n) => !dropped.has(n)).map(bare));
      }),
    );
  });
});

describe('words taken out of a text', () => {
  it('leave no stop twice, and the text ends as a sentence does', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('cold', 'today', '*very*', 'it’s', 'so'), fc.constantFrom('', '.', ',', '?', '…', '.”')), { minLength: 1, maxLength: 8 }),
        fc.array(fc.nat(8), { maxLength: 5 }),
        (tokens, dropped) => {
          const text = tokens.map(([word, stop]) => word + stop).join(' ');
          const left = withoutWords(text, new Set(dropped));
          expect(left).not.toMatch(/[.?][.?]|\s[.?,]/);
          expect(splitWords(left)).toHaveLength(tokens.filter((_, n) => !dropped.includes(n)).length);
        },
      ),
    );
  });
});
