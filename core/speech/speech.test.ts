import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dice } from '../draw/hash.ts';
import { speechActivity } from './activity.ts';
import { corrected } from './boundaries.ts';
import { bareWord, numberInWords, openDictionary, packDictionary, spoken, spokenAbroad } from './dictionary.ts';
import { estimateSpeech } from './estimate.ts';
import { melEnergies, RATE } from './features.ts';
import { mouthCues } from './mouth.ts';
import { PHONE_SHAPES, phonesOfIpa } from './phones.ts';
import { readWav, resample, writeWav } from './wav.ts';

const tone = (hertz: number, seconds: number, rate: number): Float32Array =>
  Float32Array.from({ length: Math.round(seconds * rate) }, (_, n) => Math.sin((2 * Math.PI * hertz * n) / rate) * 0.5);

describe('WAV', () => {
  it('comes back as it was written, in 16 bits and in float', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 300 }), fc.constantFrom(16 as const, 32 as const), (values, bits) => {
        const samples = Float32Array.from(values);
        const back = readWav(writeWav({ rate: 48_000, channels: [samples, samples] }, bits));
        expect(back.rate).toBe(48_000);
        expect(back.channels.length).toBe(2);
        for (let n = 0; n < samples.length; n++) expect(Math.abs((back.channels[0]?.[n] ?? 9) - (samples[n] as number))).toBeLessThan(bits === 16 ? 4e-5 : 1e-7);
      }),
    );
  });
  it('of damaged bytes says so and does not crash', () => {
    const good = writeWav({ rate: 16_000, channels: [tone(200, 0.05, 16_000)] });
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), fc.nat(good.length), (noise, cut) => {
        for (const bytes of [noise, good.subarray(0, cut), Uint8Array.from([...good.subarray(0, 20), ...noise])]) {
          try {
            readWav(bytes);
          } catch (thrown) {
            expect((thrown as Error).message).toMatch(/WAV/);
          }
        }
      }),
    );
  });
});

it('resampling keeps a tone and takes away what would fold', () => {
  const low = resample(tone(1000, 0.5, 48_000), 48_000, 16_000);
  const high = resample(tone(11_000, 0.5, 48_000), 48_000, 16_000);
  const rms = (x: Float32Array): number => Math.sqrt(x.subarray(500, 7000).reduce((sum, v) => sum + v * v, 0) / 6500);
  expect(rms(low)).toBeCloseTo(0.3535, 2);
  expect(rms(high)).toBeLessThan(0.01);
});

it('speech is found between silences, noise alone is none', () => {
  const chance = dice(2);
  const samples = new Float32Array(RATE * 3);
  for (let n = 0; n < samples.length; n++) samples[n] = (chance.next() - 0.5) * 0.002 + (n > RATE && n < RATE * 2 ? Math.sin(n * 0.12) * Math.sin(n * 0.0011) * 0.3 : 0);
  const found = speechActivity(melEnergies(samples)).stretches;
  expect(found.length).toBeGreaterThan(0);
  expect(Math.abs((found[0]?.from ?? 0) - 100)).toBeLessThan(12);
  expect(Math.abs((found.at(-1)?.to ?? 0) - 200)).toBeLessThan(12);
});

describe('boundaries', () => {
  it('cover the sound without gap or overlap whatever was placed', () => {
    const label = fc.constantFrom('SIL', 'P', 'AA', 'S', 'T', 'IY', 'M', 'CH');
    fc.assert(
      fc.property(fc.array(fc.tuple(label, fc.integer({ min: 1, max: 30 })), { minLength: 1, maxLength: 40 }), (spans) => {
        let at = 0;
        const placed = spans.map(([phone, frames]) => ({ phone, from: at, to: (at += frames), word: 0, pronunciation: 0 }));
        const length = at * 0.01 + 0.0156;
        const phones = corrected(placed, length);
        expect(phones[0]?.start).toBe(0);
        expect(phones.at(-1)?.end).toBeCloseTo(length, 9);
        for (let n = 1; n < phones.length; n++) {
          expect(phones[n]?.start).toBe(phones[n - 1]?.end);
          expect((phones[n]?.end ?? 0) - (phones[n]?.start ?? 0)).toBeGreaterThan(0);
        }
        const cues = mouthCues(phones);
        expect(cues[0]?.start).toBe(0);
        expect(cues.at(-1)?.end).toBeCloseTo(length, 9);
      }),
    );
  });
  it('give a short silence before a stop to its closure', () => {
    const phones = corrected(
      [
        { phone: 'AA', from: 0, to: 10, word: 0, pronunciation: 0 },
        { phone: 'SIL', from: 10, to: 15, word: -1, pronunciation: 0 },
        { phone: 'P', from: 15, to: 20, word: 1, pronunciation: 0 },
      ],
      0.22,
    );
    expect(phones.map((phone) => phone.label)).toEqual(['AA', 'P']);
  });
});

describe('the dictionary', () => {
  it('comes back packed as it went in, alternatives together', () => {
    const names = ['AA', 'B', 'T', 'IY'];
    const packed = packDictionary([
      { word: 'bat', phones: [1, 0, 2], stressed: 1 },
      { word: 'bat', phones: [1, 3, 2], stressed: 1 },
      { word: 'batty', phones: [1, 0, 2, 3], stressed: undefined },
    ]);
    const dictionary = openDictionary(packed, names);
    expect(dictionary.lookup('Bat!')).toEqual([
      { phones: ['B', 'AA', 'T'], stressed: 1 },
      { phones: ['B', 'IY', 'T'], stressed: 1 },
    ]);
    expect(dictionary.lookup('“batty”')).toEqual([{ phones: ['B', 'AA', 'T', 'IY'], stressed: undefined }]);
    expect(dictionary.lookup('bats')).toEqual([]);
  });
  it.each([
    ['3.5%', ['three', 'point', 'five', 'percent']],
    ['1,204', ['one', 'thousand', 'two', 'hundred', 'four']],
    ['low-tide', ['low', 'tide']],
    ['don’t', ["don't"]],
  ])('speaks %s', (word, said) => expect(spoken(word as string)).toEqual(said));
  it('says numbers and bare words', () => {
    expect(numberInWords(90_017)).toBe('ninety thousand seventeen');
    expect(bareWord('“Café,”')).toBe('cafe');
  });
});

it('IPA becomes phones that have a mouth shape', () => {
  expect(phonesOfIpa('hˈɑːɹbɚ')).toEqual(['HH', 'AA', 'R', 'B', 'ER']);
  for (const phone of phonesOfIpa('ˈtʃaɪldɹən dʒˈʌmpt ˌoʊvɚðə pˈʌdəlz')) expect(phone === 'HH' || PHONE_SHAPES[phone]).toBeTruthy();
});

it('a line without a voice has a length, words in order and moving lips', () => {
  const guess = estimateSpeech(['My', 'boat', 'floats.']);
  expect(guess.words.map((word) => word.text)).toEqual(['My', 'boat', 'floats.']);
  expect(guess.length).toBeGreaterThan(24_000);
  expect(new Set(guess.mouth.map((m) => m.shape)).size).toBeGreaterThan(3);
  expect(guess.mouth.at(-1)?.end).toBeLessThanOrEqual(guess.length);
});

describe('a word of another language', () => {
  it.each([
    ['„Für', ['für']],
    ['łodzi,', ['łodzi']],
    ['море!', ['море']],
    ['c’est-à-dire', ["c'est", 'à', 'dire']],
    ['¿Por', ['por']],
    ['—', []],
  ])('%s keeps its own letters', (word, parts) => expect(spokenAbroad(word as string)).toEqual(parts));
});
