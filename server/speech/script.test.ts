import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { analysisOf, listen } from '#core/speech/analyse';
import { isSaid } from '#core/speech/analysis';
import { RATE } from '#core/speech/features';
import { readWav, resample } from '#core/speech/wav';
import { resourcesFor, speechResources } from './resources.ts';

/** A text as a synthesizer says it. */
function said(program: 'flite' | 'espeak-ng', voice: string, text: string): Float32Array {
  const folder = mkdtempSync(join(tmpdir(), 'kipzo-said-'));
  const file = join(folder, 'a.wav');
  execFileSync(program, program === 'flite' ? ['-voice', voice, '-t', text, '-o', file] : ['-v', voice, '-w', file, text]);
  const sound = readWav(readFileSync(file));
  rmSync(folder, { recursive: true });
  return resample(sound.channels[0] as Float32Array, sound.rate, RATE);
}
const TEXT = 'The moon pulls the water to one side and the sea comes back';
const words = TEXT.split(' ');

describe.each(['slt', 'rms', 'kal16'])('a script that is not what %s says', (voice) => {
  const samples = said('flite', voice, TEXT);
  const right = listen(samples, words, speechResources()).words;
  /** Words of the right script within 80 ms of where they were, as many as there are. */
  const expectAt = (heard: readonly { start: number; end: number }[], places: readonly number[]): void => {
    places.forEach((place, n) => {
      expect(Math.abs((heard[n]?.start ?? -9) - (right[place]?.start ?? 0)), words[place]).toBeLessThan(0.08);
      expect(Math.abs((heard[n]?.end ?? -9) - (right[place]?.end ?? 0)), words[place]).toBeLessThan(0.08);
    });
  };

  it('is heard as a whole where it is right', () => expect(right.every(isSaid)).toBe(true));
  it('knows a word that is not said, and the others stay where they are', () => {
    const heard = listen(samples, words.toSpliced(5, 0, 'yesterday'), speechResources()).words;
    expect(heard.map((word) => word.text)).toEqual(words.toSpliced(5, 0, 'yesterday'));
    expect(heard.filter((word) => !isSaid(word)).map(({ text }) => text)).toEqual(['yesterday']);
    expectAt(heard.toSpliced(5, 1), [...words.keys()]);
  });
  it('lacks a word without that its neighbours take its time, and the mouth still moves there', () => {
    const heard = listen(samples, words.toSpliced(4, 1), speechResources());
    expectAt(
      heard.words,
      [...words.keys()].filter((n) => n !== 4),
    );
    const { start, end } = right[4] as { start: number; end: number };
    expect(heard.phones.filter((phone) => phone.label !== 'SIL' && phone.word < 0 && phone.start > start - 0.08 && phone.end < end + 0.08).length).toBeGreaterThan(1);
  });
  it('has an analysis with a place for each of its words, those not said without length', () => {
    const script = words.toSpliced(2, 0, 'really', 'truly');
    const analysis = analysisOf(listen(samples, script, speechResources()), samples);
    expect(analysis.words.map(({ text }) => text)).toEqual(script);
    expect(analysis.words.filter((word) => !isSaid(word)).map(({ text }) => text)).toEqual(['really', 'truly']);
    expect(analysis.stress).toHaveLength(script.length);
  });
});

describe.each(['slt', 'rms', 'awb'])('a script of entirely other words than %s says', (voice) => {
  const samples = said('flite', voice, 'Please bring me an orange and a string of lamps before it is dark');
  const other = 'Seven small boats lean on the wet sand and wait for tomorrow'.split(' ');
  it('has none of its words laid anywhere, and the mouth moves by what is heard', () => {
    const heard = listen(samples, other, speechResources());
    expect(heard.aligned).toBe(false);
    expect(heard.words.map(({ text }) => text)).toEqual(other);
    expect(heard.words.some(isSaid)).toBe(false);
    const analysis = analysisOf(heard, samples);
    expect(analysis.words).toHaveLength(other.length);
    expect(new Set(analysis.mouth.map(({ shape }) => shape)).size).toBeGreaterThan(3);
  });
});

it.each([
  ['de', 'Im Hafen liegen sieben kleine Boote auf dem nassen Sand.'],
  ['es', 'La luna tira con más fuerza del lado que está cerca.'],
  ['pl', 'Siedem małych łodzi leżało na mokrym piasku.'],
  ['ru', 'Море уходит и приходит дважды в день.'],
])('words of another language (%s) are not doubted because its sounds are strange', async (language, text) => {
  const list = text.split(' ');
  const heard = listen(said('espeak-ng', language, text), list, await resourcesFor(list, language)).words;
  expect(heard.every(isSaid)).toBe(true);
});
