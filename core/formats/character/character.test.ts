import { describe, expect, it } from 'vitest';
import { DESIGNS, type DesignId, designed } from '../../figure/cast.ts';
import { randomPerson } from '../../figure/random.ts';
import { characterSvg } from '../svg/character.ts';
import { readCharacterFile, writeCharacterFile } from './file.ts';

describe('a character file', () => {
  it('gives everybody back as they were, under a new id', () => {
    for (const design of Object.keys(DESIGNS) as DesignId[]) {
      const character = designed(design, 'ch_000000000001', 'a0');
      expect(readCharacterFile(writeCharacterFile(character), 'ch_000000000002', 'a1')).toEqual({ ...character, id: 'ch_000000000002', order: 'a1' });
    }
  });
  it('says in a sentence what is wrong with another file', () => {
    expect(() => readCharacterFile('nonsense', 'ch_000000000002', 'a1')).toThrow('it is not JSON');
    expect(() => readCharacterFile('{"kind":"song"}', 'ch_000000000002', 'a1')).toThrow('This is no character file.');
    expect(() => readCharacterFile('{"kind":"character","version":9,"character":{}}', 'ch_000000000002', 'a1')).toThrow('newer Kipzo');
    const broken = writeCharacterFile(randomPerson(1)).replace(/"age": \d+/, '"age": 400');
    expect(() => readCharacterFile(broken, 'ch_000000000002', 'a1')).toThrow('“figure.age”');
  });
});

describe('a character as SVG', () => {
  it('is well formed, its groups named, ids used once, every reference there', () => {
    for (let seed = 1; seed < 40; seed++) {
      const svg = characterSvg(randomPerson(seed), { upperR: 40 });
      const ids = [...svg.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const [, id] of svg.matchAll(/url\(#([^)]+)\)/g)) expect(ids).toContain(id);
      expect(ids).toEqual(expect.arrayContaining(['face', 'armL', 'armR', 'legL', 'legR']));
      expect(svg.match(/<g /g)?.length).toBe(svg.match(/<\/g>/g)?.length);
      expect(svg).not.toMatch(/NaN|Infinity|undefined/);
    }
  });
  it('escapes the name', () => expect(characterSvg({ ...randomPerson(2), name: 'A & <B>' })).toContain('<title>A &amp; &lt;B&gt;</title>'));
});
