import { expect, it } from 'vitest';
import { pronounce } from './pronounce.ts';

it('many words are each said by the rules of their language', async () => {
  const german = await pronounce(['hafen', 'liegen', 'boote'], 'de');
  expect(german.hafen?.join(' ')).toBe('HH AA F AH N');
  expect(german.liegen?.[0]).toBe('L');
  expect(german.boote?.[0]).toBe('B');
});
it('signs and endless letters among words shift none of the others', async () => {
  const said = await pronounce(['tully', '--', 'a'.repeat(90), '...', 'kelp-wrack', '’', 'marit']);
  expect(Object.keys(said)).toEqual(expect.arrayContaining(['tully', 'marit', 'kelp-wrack']));
  expect(said.tully?.[0]).toBe('T');
  expect(said.marit?.[0]).toBe('M');
  expect(said['--']).toBeUndefined();
  expect(said['a'.repeat(90)]).toBeUndefined();
});
it('a script of more words than one call takes is said as a whole', async () => {
  const words = Array.from(
    { length: 700 },
    (_, n) => `bo${'abcdefghij'[n % 10]}m${'abcdefghij'[Math.floor(n / 10) % 10]}${'xyz'[Math.floor(n / 100) % 3]}${n > 299 ? 'o' : 'i'}${n > 599 ? 'k' : ''}`,
  );
  const said = await pronounce(words, 'en-us');
  for (const word of words) expect(said[word]?.[0], word).toBe('B');
});
