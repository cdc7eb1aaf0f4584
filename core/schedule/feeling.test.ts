import { describe, expect, it } from 'vitest';
import { feelingOf } from './feeling.ts';

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

  it('is told by how it ends where no word tells', () => {
    expect(faceOf('Where is the harbour?')).toBe('curious');
    expect(faceOf('Over here!')).toBe('excited');
    expect(faceOf('And then it rained…')).toBe('thinking');
    expect(faceOf('The harbour is quiet.')).toBeUndefined();
  });
});
