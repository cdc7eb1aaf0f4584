import { describe, expect, it } from 'vitest';
import { feelingOf } from './feeling.ts';
import { GESTURE_WORDS, meaningAt, meansWord, plainWord } from './lexicon.ts';

const faceOf = (text: string): string | undefined =>
  feelingOf(
    text.split(' ').map((word) => ({ text: word })),
    text,
  )?.expression;

describe('what a line feels like', () => {
  it('is told by its words, bad news before good', () => {
    expect(faceOf('Somebody has stolen the lamp.')).toBe('worried');
    expect(faceOf('A great day, but the boat is lost.')).toBe('worried');
    expect(faceOf('Well done, all of you.')).toBe('joyful');
  });

  it('is not told by words that are taken back, with either apostrophe', () => {
    for (const text of ["The lamp isn't broken.", 'The lamp isn’t broken.', 'Nobody has stolen it.']) expect(faceOf(text)).toBeUndefined();
    expect(faceOf('It is not lost. The other one is lost.')).toBe('worried');
  });

  it('is told by how it ends where no word tells, within quotes and brackets and before a space, too', () => {
    for (const text of ['Where is the harbour?', '“Where is the harbour?”', '(Where is it?)', 'Where is it?’”', 'Where is the harbour? ']) expect(faceOf(text)).toBe('curious');
    for (const text of ['Over here!', '“Over here!”', '(Over here!)  ']) expect(faceOf(text)).toBe('excited');
    for (const text of ['And then it rained…', 'And then it rained...', '“And then…”', 'And then...) ']) expect(faceOf(text)).toBe('thinking');
    for (const text of ['The harbour is quiet.', 'Where? Over there.', 'Over here! It is open.', 'And… then it rained.', 'What? he asked.']) expect(faceOf(text)).toBeUndefined();
  });
  it('comes with how strong it is and why', () => {
    const of = (text: string) =>
      feelingOf(
        text.split(' ').map((word) => ({ text: word })),
        text,
      );
    expect(of('The lamp is broken.')).toEqual({ expression: 'worried', strength: 0.75, note: 'bad news in the words' });
    expect(of('Where is it?')).toEqual({ expression: 'curious', strength: 0.45, note: 'a question' });
    expect(of('Over here!')).toEqual({ expression: 'excited', strength: 0.45, note: 'an exclamation' });
    expect(of('And then…')).toEqual({ expression: 'thinking', strength: 0.5, note: 'it trails off' });
  });
});

describe('words of the lexicon', () => {
  it('are meant with an s or es more, and by nothing else', () => {
    expect(['joke', 'jokes'].every((said) => meansWord(said, 'joke'))).toBe(true);
    expect(['miss', 'misses'].every((said) => meansWord(said, 'miss'))).toBe(true);
    for (const said of ['joker', 'jokess', 'jok', 'es', 's', '']) expect(meansWord(said, 'joke')).toBe(false);
    expect(plainWord('“Isn’t,')).toBe("isn't");
    expect(plainWord('ＴＩＤＥ!')).toBe('tide');
  });
  it('as a phrase go before each of its words, wherever they stand in the list', () => {
    const list = [
      { words: ['one', 'idea'], action: 'one', note: '' },
      { words: ['either', 'one hand'], action: 'compare', note: '' },
    ];
    const at = (text: string, index = 0): string | undefined => meaningAt(list, text.split(' '), index)?.action;
    expect(at('one hand')).toBe('compare');
    expect(at('one hands')).toBe('compare');
    expect(at('one boat')).toBe('one');
    expect(at('the one hand', 1)).toBe('compare');
    expect(at('ideas')).toBe('one');
    expect(at('either')).toBe('compare');
    expect(at('boat')).toBeUndefined();
    expect(at('one', 1)).toBeUndefined();
    const gesture = (text: string) => meaningAt(GESTURE_WORDS, text.split(' '), 0)?.action;
    expect([gesture('no idea'), gesture('no boats'), gesture('over there'), gesture('good morning'), gesture('good boats')]).toEqual([
      'shrug',
      'shake-head',
      'point',
      'wave',
      undefined,
    ]);
  });
});
