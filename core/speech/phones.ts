import type { MouthShape } from '../document/schema.ts';

/** ARPAbet phones of the acoustic model, without stress. */
export const VOWELS = new Set(['AA', 'AE', 'AH', 'AO', 'AW', 'AY', 'EH', 'ER', 'EY', 'IH', 'IY', 'OW', 'OY', 'UH', 'UW']);
const STOPS = new Set(['P', 'B', 'T', 'D', 'K', 'G', 'CH', 'JH']);

export const isVowel = (phone: string): boolean => VOWELS.has(phone);
/** Stops and affricates: they begin with a closure that is silent. */
export const isStop = (phone: string): boolean => STOPS.has(phone);

/** Mouth shape of a phone (architecture.md, Mouth shapes). HH takes the next phone's and is not listed. */
export const PHONE_SHAPES: Readonly<Record<string, MouthShape>> = {
  SIL: 'rest',
  M: 'closed',
  B: 'closed',
  P: 'closed',
  F: 'bite',
  V: 'bite',
  L: 'tongue',
  TH: 'tongue',
  DH: 'tongue',
  S: 'teeth',
  Z: 'teeth',
  SH: 'teeth',
  ZH: 'teeth',
  CH: 'teeth',
  JH: 'teeth',
  T: 'teeth',
  D: 'teeth',
  N: 'teeth',
  K: 'teeth',
  G: 'teeth',
  NG: 'teeth',
  EH: 'mid',
  AE: 'mid',
  AH: 'mid',
  ER: 'mid',
  AA: 'wide',
  AY: 'wide',
  AW: 'wide',
  IY: 'spread',
  IH: 'spread',
  EY: 'spread',
  Y: 'spread',
  AO: 'round',
  OW: 'round',
  OY: 'round',
  UW: 'pucker',
  UH: 'pucker',
  W: 'pucker',
  R: 'pucker',
};

/** What a diphthong glides into, and the share of its length at which the shape changes (speech.md). */
export const GLIDES: Readonly<Record<string, MouthShape>> = { AY: 'spread', EY: 'spread', OY: 'spread', AW: 'pucker', OW: 'pucker' };
export const GLIDE_AT = 0.55;

/** IPA as espeak-ng writes it, longest signs first, to the nearest English phones. */
const IPA: readonly (readonly [string, string])[] = [
  ['aɪə', 'AY AH'],
  ['aʊə', 'AW ER'],
  ['tʃ', 'CH'],
  ['dʒ', 'JH'],
  ['aɪ', 'AY'],
  ['aʊ', 'AW'],
  ['eɪ', 'EY'],
  ['oʊ', 'OW'],
  ['əʊ', 'OW'],
  ['ɔɪ', 'OY'],
  ['ɪə', 'IH R'],
  ['eə', 'EH R'],
  ['ʊə', 'UH R'],
  ['ɑːɹ', 'AA R'],
  ['ɔːɹ', 'AO R'],
  ['oːɹ', 'AO R'],
  ['ɛɹ', 'EH R'],
  ['ɪɹ', 'IH R'],
  ['ʊɹ', 'UH R'],
  ['ɜː', 'ER'],
  ['ɚ', 'ER'],
  ['ɝ', 'ER'],
  ['iː', 'IY'],
  ['uː', 'UW'],
  ['ɑː', 'AA'],
  ['ɔː', 'AO'],
  ['oː', 'OW'],
  ['eː', 'EY'],
  ['ts', 'T S'],
  ['i', 'IY'],
  ['ɪ', 'IH'],
  ['ᵻ', 'IH'],
  ['e', 'EH'],
  ['ɛ', 'EH'],
  ['æ', 'AE'],
  ['a', 'AA'],
  ['ɑ', 'AA'],
  ['ɒ', 'AA'],
  ['ɔ', 'AO'],
  ['o', 'OW'],
  ['ʊ', 'UH'],
  ['u', 'UW'],
  ['ʌ', 'AH'],
  ['ə', 'AH'],
  ['ɐ', 'AH'],
  ['y', 'UW'],
  ['ø', 'ER'],
  ['œ', 'ER'],
  ['p', 'P'],
  ['b', 'B'],
  ['t', 'T'],
  ['d', 'D'],
  ['k', 'K'],
  ['ɡ', 'G'],
  ['g', 'G'],
  ['ɾ', 'D'],
  ['ʔ', 'T'],
  ['m', 'M'],
  ['n', 'N'],
  ['ŋ', 'NG'],
  ['ɲ', 'N Y'],
  ['f', 'F'],
  ['v', 'V'],
  ['θ', 'TH'],
  ['ð', 'DH'],
  ['s', 'S'],
  ['z', 'Z'],
  ['ʃ', 'SH'],
  ['ʒ', 'ZH'],
  ['h', 'HH'],
  ['x', 'HH'],
  ['ç', 'HH'],
  ['ɹ', 'R'],
  ['r', 'R'],
  ['ʁ', 'R'],
  ['l', 'L'],
  ['ɫ', 'L'],
  ['j', 'Y'],
  ['w', 'W'],
];

/** Phones of an IPA text; marks without a sound of their own are passed over. */
export function phonesOfIpa(ipa: string): string[] {
  const out: string[] = [];
  let rest = ipa.normalize('NFC').replace(/[ˈˌ.\s‿_]/g, '');
  while (rest) {
    const found = IPA.find(([sign]) => rest.startsWith(sign));
    if (found) out.push(...found[1].split(' '));
    rest = rest.slice(found ? found[0].length : 1);
  }
  return out;
}
