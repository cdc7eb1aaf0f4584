import { describe, expect, it } from 'vitest';
import { typed, withEmphasis } from './writing.ts';

describe('a row that is typed', () => {
  it('has its speaker before a colon and in brackets how it is said', () => {
    expect(typed('Marit: (softly) It is low tide.')).toEqual({ speaker: 'Marit', text: 'It is low tide.', direction: 'softly' });
  });
  it('keeps a colon after somebody who is not of the cast: nobody is cast by a pause in typing', () => {
    const cast = (name: string): boolean => name === 'Marit';
    expect(typed('Remember: the Moon pulls.', cast)).toEqual({ text: 'Remember: the Moon pulls.' });
    expect(typed('Marit: the Moon pulls.', cast)).toEqual({ speaker: 'Marit', text: 'the Moon pulls.' });
  });
});

describe('emphasis by key', () => {
  it.each([
    ['a word at the caret', 'The Moon pulls.', 5, 5, 'The *Moon* pulls.'],
    ['a selection over two words, stops left outside', 'Not far away.', 5, 12, 'Not *far away*.'],
    ['what is marked, off again', 'The *Moon* pulls.', 6, 6, 'The Moon pulls.'],
    ['nothing where no word is', 'a  ?', 4, 4, 'a  ?'],
  ])('marks %s', (_, text, from, to, marked) => {
    expect(withEmphasis(text, from, to).text).toBe(marked);
  });
});
