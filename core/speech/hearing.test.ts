import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { loudnessAt } from './analysis.ts';
import { estimateSpeech } from './estimate.ts';
import { levels, relativeLoudness } from './loudness.ts';
import { mouthCues } from './mouth.ts';
import { PHONE_SHAPES } from './phones.ts';
import { pitchAt, wordStress } from './stress.ts';
import { VOICE_PRESETS, voicePreset } from './voices.ts';

const RATE = 16_000;
const tone = (hertz: number, seconds: number, level = 0.4): Float32Array =>
  Float32Array.from({ length: Math.round(seconds * RATE) }, (_, n) => Math.sin((2 * Math.PI * hertz * n) / RATE) * level);

describe('mouth cues', () => {
  const phones = (...labels: string[]) => labels.map((label, n) => ({ label, start: n * 100, end: n * 100 + 100 }));
  const shapes = (...labels: string[]): string[] => mouthCues(phones(...labels)).map(({ shape }) => shape);

  it('shut the lips for M, B and P, and bite for F and V', () => {
    expect(shapes('M', 'AA', 'P')).toEqual(['closed', 'wide', 'closed']);
    expect(shapes('F', 'AA', 'V')).toEqual(['bite', 'wide', 'bite']);
  });
  it('breathe an H through the shape of its vowel', () => expect(shapes('HH', 'UW')).toEqual([PHONE_SHAPES.UW]));
  it('glide within a diphthong', () => {
    const cues = mouthCues(phones('AY'));
    expect(cues.map(({ shape }) => shape)).toEqual(['wide', 'spread']);
    expect(cues[0]?.end).toBeGreaterThan(40);
    expect(cues[1]?.end).toBe(100);
  });
  it('rest in silence and take an unknown sound for a middle one', () => {
    expect(shapes('SIL')).toEqual(['rest']);
    expect(shapes('??')).toEqual(['mid']);
  });
  it('cover their phones without gap, no two neighbours alike', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...Object.keys(PHONE_SHAPES)), { minLength: 1, maxLength: 40 }), (labels) => {
        const cues = mouthCues(phones(...labels));
        expect(cues[0]?.start).toBe(0);
        expect(cues.at(-1)?.end).toBe(labels.length * 100);
        cues.slice(1).forEach((cue, n) => {
          expect(cue.start).toBe(cues[n]?.end);
          expect(cue.shape).not.toBe(cues[n]?.shape);
        });
      }),
    );
  });
});

describe('loudness', () => {
  it('is that of the speaker’s own voice: a quiet recording opens the mouth as far as a loud one', () => {
    const [quiet, loud] = [0.05, 0.5].map((level) => relativeLoudness(levels(tone(200, 1, level), RATE))) as [number[], number[]];
    for (let n = 5; n < 90; n++) expect(Math.abs((quiet[n] as number) - (loud[n] as number))).toBeLessThan(0.03);
    expect(quiet[50]).toBeGreaterThan(0.9);
  });
  it('is nothing in silence and never above one and a half', () => {
    const samples = new Float32Array(RATE * 2);
    samples.set(tone(200, 1, 0.1));
    samples.set(tone(200, 0.03, 1), RATE / 2);
    const levelsNow = relativeLoudness(levels(samples, RATE));
    expect(levelsNow[150]).toBe(0);
    expect(Math.max(...levelsNow)).toBeLessThanOrEqual(1.5);
  });
  it('lies between its two nearest steps at any moment', () => {
    const analysis = { ...estimateSpeech(['hello']), loudness: [0, 1, 0.5] };
    expect(loudnessAt(analysis, 240)).toBeCloseTo(0.5, 9);
    expect(loudnessAt(analysis, 720)).toBeCloseTo(0.75, 9);
    expect(loudnessAt(analysis, 99_999)).toBe(0);
  });
});

describe('stress', () => {
  it('hears a voice’s pitch and none in hiss or silence', () => {
    for (const hertz of [90, 140, 220, 330]) expect(Math.abs((pitchAt(tone(hertz, 0.4), RATE, 0.2) as number) - hertz) / hertz).toBeLessThan(0.03);
    let seed = 1;
    const hiss = Float32Array.from({ length: RATE }, () => {
      seed = Math.imul(seed, 1103515245) + 12345;
      return ((seed >>> 8) & 255) / 255 - 0.5;
    });
    expect(pitchAt(hiss, RATE, 0.5)).toBeUndefined();
    expect(pitchAt(new Float32Array(RATE), RATE, 0.5)).toBeUndefined();
  });
  it('falls on the long and loud word, never on a small one', () => {
    const vowel = (start: number, length: number) => ({ start, end: start + length });
    const words = [
      { text: 'Nobody', vowel: vowel(0.1, 0.08) },
      { text: 'stole', vowel: vowel(0.5, 0.2) },
      { text: 'the', vowel: vowel(0.8, 0.2) },
      { text: 'sea', vowel: vowel(1.2, 0.09) },
    ];
    const stress = wordStress(words, tone(150, 2), RATE, (seconds) => (seconds > 0.5 && seconds < 1.1 ? 1 : 0.5));
    expect(Math.max(...stress)).toBe(stress[1]);
    expect(stress[2]).toBeLessThanOrEqual(0.2);
    for (const value of stress) expect(value).toBeGreaterThanOrEqual(0);
  });
});

describe('a line that is not spoken yet', () => {
  it('lasts longer the more is said, with a breath at commas and stops', () => {
    const length = (text: string): number => estimateSpeech(text.split(' ')).length;
    expect(length('The sea is low today')).toBeGreaterThan(length('The sea'));
    expect(length('Well, the sea is low')).toBeGreaterThan(length('Well the sea is low'));
    expect(length('Hm')).toBeGreaterThan(0);
  });
  it('shuts its lips for the letters that shut them', () => {
    expect(estimateSpeech(['my', 'map']).mouth.filter(({ shape }) => shape === 'closed')).toHaveLength(3);
  });
  it('has words in order and a mouth without gaps, whatever is written', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 20 }), (words) => {
        const analysis = estimateSpeech(words);
        expect(analysis.words.map(({ text }) => text)).toEqual(words);
        expect(analysis.mouth[0]?.start).toBe(0);
        expect(analysis.mouth.at(-1)?.end).toBe(analysis.length);
        analysis.mouth.slice(1).forEach((span, n) => {
          expect(span.start).toBe(analysis.mouth[n]?.end);
        });
      }),
    );
  });
});

describe('draft voices that ship', () => {
  it('are found by name in any spelling', () => {
    for (const preset of VOICE_PRESETS) expect(voicePreset(preset.name.toUpperCase())).toBe(preset);
    expect(voicePreset('nobody')).toBeUndefined();
  });
  it('differ from each other, so that speakers can be told apart', () => expect(new Set(VOICE_PRESETS.map(({ voice }) => JSON.stringify(voice))).size).toBe(VOICE_PRESETS.length));
});
