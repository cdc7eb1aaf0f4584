import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { Listening } from '#core/speech/analyse';
import { RATE } from '#core/speech/features';
import { partRecording } from '#core/speech/parting';
import { readWav, resample } from '#core/speech/wav';
import { speechResources } from './resources.ts';

const SAID: readonly (readonly [voice: string, text: string])[] = [
  ['slt', 'Good morning, it is low tide again.'],
  ['rms', 'Who drank the whole harbour this morning?'],
  ['slt', 'No one did. It went out with the tide.'],
  ['rms', 'It goes up, and then it goes down.'],
  ['slt', 'Twice a day, and nobody pulls the plug.'],
  ['rms', 'Then the moon must be very strong indeed.'],
];
let samples: Float32Array;
/** When each is said, by the recording's making. */
let truth: { start: number; end: number }[];
beforeAll(() => {
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-speakers-'));
  const pieces = SAID.map(([voice, text], n) => {
    const file = join(folder, `${n}.wav`);
    execFileSync('flite', ['-voice', voice, '-t', text, '-o', file]);
    const sound = readWav(readFileSync(file));
    return resample(sound.channels[0] as Float32Array, sound.rate, RATE);
  });
  rmSync(folder, { recursive: true });
  const gap = Math.round(RATE * 0.5);
  samples = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length + gap, gap));
  truth = [];
  let at = gap;
  for (const piece of pieces) {
    samples.set(piece, at);
    truth.push({ start: at / RATE, end: (at + piece.length) / RATE });
    at += piece.length + gap;
  }
}, 30_000);

const words = (text: string): string[] => text.split(' ');
const script = () => SAID.map(([voice, text], n) => ({ id: `line ${n}`, role: voice, words: words(text) }));
/** Whether a part lies within what was said then. */
const within = ({ start, end }: { start: number; end: number }, n: number): boolean => start > (truth[n]?.start ?? 0) - 0.15 && end < (truth[n]?.end ?? 0) + 0.15;

describe('a recording of two voices', () => {
  it('is parted by voice: every line found, everybody told apart, without being told how many', () => {
    const parts = partRecording(new Listening(samples, speechResources()), []);
    expect(new Set(parts.map(({ speaker }) => speaker)).size).toBe(2);
    for (const part of parts) {
      const n = truth.findIndex((_, index) => within(part, index));
      expect(n).toBeGreaterThanOrEqual(0);
      expect(part.speaker).toBe(n % 2);
      expect(part.confidence).toBeGreaterThan(0.2);
    }
    for (let n = 0; n < truth.length; n++) expect(parts.some((part) => within(part, n))).toBe(true);
  }, 60_000);
  it('is parted where one speaks into the other’s last words, without a pause between', () => {
    // Every other line begins before the one before it has ended.
    const [first, second] = [truth[0], truth[1]] as [{ start: number; end: number }, { start: number; end: number }];
    const early = Math.round((second.start - first.end + 0.25) * RATE);
    const joined = samples.slice(0, Math.round((second.end + 0.3) * RATE) - early);
    joined.fill(0, Math.round(first.end * RATE));
    for (let n = Math.round(second.start * RATE); n < Math.round(second.end * RATE); n++) joined[n - early] = (joined[n - early] as number) + (samples[n] as number);
    const parts = partRecording(new Listening(joined, speechResources()), [], 2);
    const change = second.start - early / RATE;
    for (const { start, end, speaker } of parts) {
      const middle = (start + end) / 2;
      expect(speaker).toBe(middle < change ? 0 : 1);
    }
    expect(parts.some(({ start, speaker }) => speaker === 1 && Math.abs(start - change) < 0.35)).toBe(true);
  }, 60_000);
  it('takes the script’s lines and speakers where its words fit', () => {
    const parts = partRecording(new Listening(samples, speechResources()), [script()]);
    expect(parts.map(({ line }) => line)).toEqual(SAID.map((_, n) => `line ${n}`));
    parts.forEach((part, n) => {
      expect(within(part, n)).toBe(true);
      expect(part.speaker).toBe(n % 2);
    });
  }, 60_000);
  it('prefers the lines that fit: those not recorded yet, or all of them', () => {
    const all = script();
    const some = all.filter((_, n) => n !== 1 && n !== 4);
    const parts = partRecording(new Listening(samples, speechResources()), [some, all]);
    expect(parts.map(({ line }) => line)).toEqual(all.map(({ id }) => id));
  }, 60_000);
  it('finds every other line where one of the script is not said, and gives that one no part', () => {
    const longer = script().toSpliced(3, 0, { id: 'unsaid', role: 'slt', words: words('Perhaps the ferry comes back on Sunday evening.') });
    const parts = partRecording(new Listening(samples, speechResources()), [longer]);
    expect(parts.map(({ line }) => line)).toEqual(SAID.map((_, n) => `line ${n}`));
    parts.forEach((part, n) => expect(within(part, n)).toBe(true));
  }, 60_000);
  it('of only the first lines of a long script leaves no bit of a line to those that are not said', () => {
    const more = ['Well done. Now find me an orange, and I will show you why.', 'The Moon pulls hardest on the side that is near.', 'Then all the boats go up.'];
    const whole = [...script(), ...more.map((text, n) => ({ id: `more ${n}`, role: n % 2 ? 'rms' : 'slt', words: words(text) }))];
    const parts = partRecording(new Listening(samples, speechResources()), [whole]);
    expect(parts.map(({ line }) => line)).toEqual(SAID.map((_, n) => `line ${n}`));
    parts.forEach((part, n) => {
      expect(Math.abs(part.start - (truth[n]?.start ?? 0))).toBeLessThan(0.3);
      expect(Math.abs(part.end - (truth[n]?.end ?? 0))).toBeLessThan(0.3);
    });
  }, 60_000);
  it('keeps a line that the script lacks as a part of its own', () => {
    const shorter = script().toSpliced(2, 1);
    const parts = partRecording(new Listening(samples, speechResources()), [shorter]);
    for (const { id } of shorter) {
      const n = Number(id.slice(5));
      expect(
        parts.some((part) => part.line === id && within(part, n)),
        id,
      ).toBe(true);
    }
    expect(parts.some((part) => part.line === undefined && within(part, 2))).toBe(true);
  }, 60_000);
  it('told that one speaks gives everything to one, and told of two gives both back', () => {
    const listening = new Listening(samples, speechResources());
    const pieces = truth.map(({ start, end }) => ({ start, end }));
    expect(new Set(listening.speakers(pieces, 1).map(({ speaker }) => speaker)).size).toBe(1);
    expect(listening.speakers(pieces, 2).map(({ speaker }) => speaker)).toEqual([0, 1, 0, 1, 0, 1]);
  }, 60_000);
  it('of a script that is another one altogether goes by voice alone', () => {
    const other = [
      { id: 'x', role: 'a', words: words('Completely unrelated words that were never spoken in here, and far too many of them to fit at all, one after another, on and on.') },
    ];
    for (const { line } of partRecording(new Listening(samples.subarray(0, RATE * 4), speechResources()), [[...other, ...other, ...other]])) expect(line).toBeUndefined();
  }, 60_000);
});

describe('a recording of nothing', () => {
  it('has no parts', () => {
    expect(partRecording(new Listening(new Float32Array(RATE * 2), speechResources()), [])).toEqual([]);
    expect(new Listening(new Float32Array(RATE), speechResources()).speakers([{ start: 0.1, end: 0.5 }])).toEqual([{ speaker: 0, confidence: 0 }]);
  });
});
