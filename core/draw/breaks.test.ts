import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pieces, rowsWithin } from './breaks.ts';

const atMost =
  (letters: number) =>
  (row: string): boolean =>
    [...row].length <= letters;

describe('the end of a row', () => {
  it('lies between words, never before a full stop or after an opening bracket', () => {
    expect(rowsWithin('The low tide is here (again).', atMost(12))).toEqual(['The low tide', 'is here', '(again).']);
  });
  it('lies after a hyphen, and not at a blank that holds two words together', () => {
    expect(rowsWithin('a well-known tide', atMost(7))).toEqual(['a well-', 'known', 'tide']);
    expect(pieces('6\u00a0hours later')).toEqual(['6\u00a0hours ', 'later']);
  });
  it('lies between letters of scripts without blanks, and leaves a comma with what it ends', () => {
    expect(rowsWithin('潮汐如何运作，月亮', atMost(6))).toEqual(['潮汐如何运', '作，月亮']);
  });
  it('loses no letter: all rows together are the text', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.integer({ min: 1, max: 20 }), (text, most) => {
        const bare = (some: string): string => some.replace(/\s/g, '');
        expect(bare(rowsWithin(text, atMost(most)).join(''))).toBe(bare(text));
      }),
    );
  });
});
