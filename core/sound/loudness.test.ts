import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filtered, highPass } from './biquad.ts';
import { gainTo, HIGHEST_PEAK, integratedLoudness, VOICE_LOUDNESS } from './loudness.ts';

const RATE = 48_000;
const tone = (hertz: number, level: number, seconds = 4): Float32Array =>
  Float32Array.from({ length: RATE * seconds }, (_, n) => level * Math.sin((2 * Math.PI * hertz * n) / RATE));
const db = (value: number): number => 20 * Math.log10(value);

describe('loudness', () => {
  it('of a full-scale tone of 997 Hz in one channel is -3.01 LUFS, the standard’s own check', () => {
    expect(integratedLoudness([tone(997, 1)])).toBeCloseTo(-3.01, 1);
    expect(integratedLoudness([tone(997, 1), tone(997, 1)])).toBeCloseTo(0, 1);
  });
  it.each([-36, -23, -69])('of a stereo tone of 1 kHz at %d dBFS is that number (EBU Tech 3341)', (level) => {
    const samples = tone(1000, 10 ** (level / 20));
    expect(integratedLoudness([samples, samples])).toBeCloseTo(level, 0);
  });
  it('leaves silence between words out, and is lowest for silence alone', () => {
    const spoken = tone(300, 0.2, 2);
    const paused = new Float32Array(RATE * 8);
    paused.set(spoken, RATE);
    expect(Math.abs(integratedLoudness([paused]) - integratedLoudness([spoken]))).toBeLessThan(0.8);
    expect(integratedLoudness([new Float32Array(RATE)])).toBe(Number.NEGATIVE_INFINITY);
    expect(integratedLoudness([])).toBe(Number.NEGATIVE_INFINITY);
  });
  it('grows by as many units as the sound by decibels', () => {
    fc.assert(
      fc.property(fc.double({ min: -30, max: 0, noNaN: true }), (by) => {
        const base = integratedLoudness([tone(500, 0.8, 1)]);
        expect(integratedLoudness([tone(500, 0.8 * 10 ** (by / 20), 1)]) - base).toBeCloseTo(by, 1);
      }),
      { numRuns: 20 },
    );
  });
  it('is reached by the gain that is given, unless the peaks would pass the highest', () => {
    for (const level of [0.02, 0.1, 0.4]) {
      const samples = tone(400, level, 2);
      const gain = gainTo([samples]);
      const now = integratedLoudness([samples.map((value) => value * 10 ** (gain / 20))]);
      expect(now).toBeCloseTo(VOICE_LOUDNESS, 1);
    }
    const click = new Float32Array(RATE);
    click.set(tone(400, 0.01, 1));
    click[500] = 0.8;
    expect(db(0.8) + gainTo([click])).toBeLessThanOrEqual(db(HIGHEST_PEAK) + 1e-6);
    expect(gainTo([new Float32Array(4800)])).toBe(0);
  });
});

describe('the low cut', () => {
  it('takes rumble out and leaves the voice', () => {
    const level = (hertz: number): number => {
      const out = filtered(tone(hertz, 0.5, 1), highPass(80, RATE));
      return db(Math.max(...out.subarray(RATE / 2).map(Math.abs)) / 0.5);
    };
    expect(level(25)).toBeLessThan(-18);
    expect(level(80)).toBeCloseTo(-3, 0);
    expect(Math.abs(level(300))).toBeLessThan(0.2);
  });
});
