import { describe, expect, it } from 'vitest';
import { readTextGrid } from '#core/formats/textgrid/textgrid';
import { textOf } from './textFile.ts';

const TEXT = 'MARIT: Ça va, señor Müller? – „Ja“, sagt der Bär.\nTULLY: Größe, œuvre, naïve.';
const utf16 = (text: string, little: boolean, mark: boolean): Uint8Array => {
  const bytes = new Uint8Array((text.length + (mark ? 1 : 0)) * 2);
  const view = new DataView(bytes.buffer);
  const units = [...(mark ? [0xfeff] : []), ...Array.from({ length: text.length }, (_, n) => text.charCodeAt(n))];
  units.forEach((unit, n) => void view.setUint16(n * 2, unit, little));
  return bytes;
};
/** Windows-1252: Latin-1 but for the signs that it has between 0x80 and 0x9f. */
const SIGNS: Readonly<Record<string, number>> = { '–': 0x96, '„': 0x84, '“': 0x93, œ: 0x9c, '’': 0x92, '€': 0x80 };
const windows = (text: string): Uint8Array => Uint8Array.from([...text], (sign) => SIGNS[sign] ?? sign.charCodeAt(0));

describe('a text file', () => {
  it.each([
    ['UTF-8', new TextEncoder().encode(TEXT)],
    ['UTF-8 with its mark', new Uint8Array([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(TEXT)])],
    ['UTF-16, little end first', utf16(TEXT, true, true)],
    ['UTF-16, big end first', utf16(TEXT, false, true)],
    ['UTF-16 without a mark', utf16(TEXT, true, false)],
    ['UTF-16, big end first, without a mark', utf16(TEXT, false, false)],
    ['Windows-1252', windows(TEXT)],
  ])('in %s is read letter by letter', (_, bytes) => expect(textOf(bytes)).toBe(TEXT));
  it('of one short line in Windows-1252 is read too', () => expect(textOf(windows('MARIT: Schöne Grüße’'))).toBe('MARIT: Schöne Grüße’'));
  it('that is empty is empty', () => expect(textOf(new Uint8Array())).toBe(''));
  it('with times of words in UTF-16 gives its tiers', () => {
    const grid = `File type = "ooTextFile"\nObject class = "TextGrid"\n\nxmin = 0\nxmax = 1\ntiers? <exists>\nsize = 1\nitem []:\n    item [1]:\n        class = "IntervalTier"\n        name = "Wörter"\n        xmin = 0\n        xmax = 1\n        intervals: size = 1\n        intervals [1]:\n            xmin = 0\n            xmax = 1\n            text = "Müller"\n`;
    expect(JSON.stringify(readTextGrid(textOf(utf16(grid, false, true))))).toContain('Müller');
  });
});
