/** Pronunciations of a word: each a list of phones; the index of the stressed vowel where it is known. */
export interface Pronunciation {
  readonly phones: readonly string[];
  readonly stressed: number | undefined;
}

export interface Dictionary {
  lookup(word: string): readonly Pronunciation[];
}

const STRESS_BIT = 64;
const END = 255;

/**
 * Packs a sorted dictionary: each entry is the number of letters shared with the entry before, the rest of the
 * letters, 0, then phones as bytes (the stressed vowel with bit 64 set), 255. Alternatives repeat the word.
 */
export function packDictionary(entries: readonly { word: string; phones: readonly number[]; stressed: number | undefined }[]): Uint8Array {
  const out: number[] = [];
  let before = '';
  for (const { word, phones, stressed } of entries) {
    let shared = 0;
    while (shared < 250 && shared < before.length && shared < word.length && before[shared] === word[shared]) shared++;
    out.push(shared);
    for (let n = shared; n < word.length; n++) out.push(word.charCodeAt(n) & 127);
    out.push(0);
    phones.forEach((phone, index) => out.push(phone | (index === stressed ? STRESS_BIT : 0)));
    out.push(END);
    before = word;
  }
  return Uint8Array.from(out);
}

/** Opens a packed dictionary. Words are found by their letters alone, case and outer punctuation left out. */
export function openDictionary(bytes: Uint8Array, phoneNames: readonly string[]): Dictionary {
  const found = new Map<string, number[]>();
  let word = '';
  for (let at = 0; at < bytes.length; ) {
    word = word.slice(0, bytes[at] as number);
    at++;
    while (bytes[at] !== 0) word += String.fromCharCode(bytes[at++] as number);
    at++;
    const list = found.get(word);
    if (list) list.push(at);
    else found.set(word, [at]);
    while (bytes[at] !== END) at++;
    at++;
  }
  return {
    lookup(text) {
      const places = found.get(bareWord(text));
      return (places ?? []).map((place) => {
        const phones: string[] = [];
        let stressed: number | undefined;
        for (let at = place; bytes[at] !== END; at++) {
          const byte = bytes[at] as number;
          if (byte & STRESS_BIT) stressed = phones.length;
          phones.push(phoneNames[byte & (STRESS_BIT - 1)] as string);
        }
        return { phones, stressed };
      });
    },
  };
}

/** A word as the dictionary has it: lower case, plain apostrophe, no outer punctuation, no accents. */
export const bareWord = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[’‘]/g, "'")
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '')
    .replace(/[^a-z0-9'\-.]/g, '');

const ONES = 'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' ');
const TENS = 'x x twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');

/** A whole number in words, 0 to 999 999 999; larger ones digit by digit. */
export function numberInWords(value: number): string {
  if (value < 20) return ONES[value] as string;
  if (value < 100) return `${TENS[Math.floor(value / 10)]}${value % 10 ? ` ${ONES[value % 10]}` : ''}`;
  if (value < 1000) return `${ONES[Math.floor(value / 100)]} hundred${value % 100 ? ` ${numberInWords(value % 100)}` : ''}`;
  if (value < 1_000_000) return `${numberInWords(Math.floor(value / 1000))} thousand${value % 1000 ? ` ${numberInWords(value % 1000)}` : ''}`;
  if (value < 1_000_000_000) return `${numberInWords(Math.floor(value / 1_000_000))} million${value % 1_000_000 ? ` ${numberInWords(value % 1_000_000)}` : ''}`;
  return [...String(value)].map((digit) => ONES[Number(digit)]).join(' ');
}

/** How a written word is spoken: numbers and signs spelled out, hyphens as separate words. */
export function spoken(word: string): string[] {
  const plain = word
    .replace(/[’‘]/g, "'")
    .replace(/(\d)[,\u202f\u00a0](?=\d{3})/g, '$1')
    .replace(/&/g, ' and ')
    .replace(/%/g, ' percent ')
    .replace(/\+/g, ' plus ')
    .replace(/=/g, ' equals ')
    .replace(/(\d+)\.(\d+)/g, (_, a: string, b: string) => ` ${numberInWords(Number(a))} point ${[...b].map((d) => ONES[Number(d)]).join(' ')} `)
    .replace(/\d+/g, (digits) => ` ${numberInWords(Number(digits))} `);
  return plain
    .split(/[\s\-–—/]+/)
    .map(bareWord)
    .filter(Boolean);
}

/** The parts of a word of any language as it is written: lower case, without the signs round it. Numbers stay, its rules read them. */
export const spokenAbroad = (word: string): string[] =>
  word
    .normalize('NFC')
    .toLowerCase()
    .replace(/[’‘]/g, "'")
    .split(/[\s\-–—/]+/)
    .map((part) => part.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '').replace(/[^\p{L}\p{M}\p{N}'.]/gu, ''))
    .filter(Boolean);
