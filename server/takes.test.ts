import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { splitWords } from '#core/formats/script/read';
import type { Analysis } from '#core/speech/analysis';
import { VOICE_PRESETS, voicePreset } from '#core/speech/voices';
import { readWav, resample, writeWav } from '#core/speech/wav';
import { importSound } from './media/importSound.ts';
import { mediaBytes } from './media/store.ts';
import { speak } from './synth/synth.ts';
import { analyseMedia, draftTake, validAnalysis } from './takes.ts';
import { freshDatabase } from './testing/database.ts';

let base: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => {
  base = await freshDatabase();
});
afterAll(() => base.end());

const pebble = voicePreset('pebble')?.voice as NonNullable<ReturnType<typeof voicePreset>>['voice'];

describe('a draft voice', () => {
  it('is made once: the same text and voice give the same sound', async () => {
    const one = await draftTake(base.db, 'Who pulls the plug out?', pebble);
    const two = await draftTake(base.db, 'Who pulls the plug out?', pebble);
    expect(two).toEqual(one);
    expect(one.words.map((word) => word.text)).toEqual(['Who', 'pulls', 'the', 'plug', 'out?']);
    const again = await speak('Who pulls the plug out?', pebble);
    expect(Buffer.compare(again.wav, await mediaBytes(base.db, one.media))).toBe(0);
  });
  it('has an analysis that is accepted as one from a page would be: whole ticks throughout, glides too', async () => {
    const made = await draftTake(base.db, 'No, it goes out by night, now and now and now.', pebble);
    const analysis = JSON.parse((await mediaBytes(base.db, made.analysis)).toString()) as Analysis;
    expect(analysis.mouth.filter(({ shape }) => shape === 'pucker').length).toBeGreaterThan(3);
    expect(validAnalysis(analysis)).toEqual(analysis);
  });
  it('shuts the lips for every M, B and P of its text', async () => {
    const made = await draftTake(base.db, 'My big map maps both bays.', pebble);
    const analysis = JSON.parse((await mediaBytes(base.db, made.analysis)).toString()) as Analysis;
    expect(analysis.mouth.filter((m) => m.shape === 'closed').length).toBeGreaterThanOrEqual(6);
    expect(analysis.mouth[0]?.start).toBe(0);
    for (let n = 1; n < analysis.mouth.length; n++) expect(analysis.mouth[n]?.start).toBe(analysis.mouth[n - 1]?.end);
    expect(analysis.mouth.at(-1)?.end).toBeLessThanOrEqual(made.length);
  });
  it.each(['lantern', 'pebble', 'linden'])('of %s has its words where they are heard, by the times of its synthesizer', async (id) => {
    const { voice } = voicePreset(id) as NonNullable<ReturnType<typeof voicePreset>>;
    const text = 'Nobody pushes. The Moon pulls the water, Mr. Fox.';
    const made = await draftTake(base.db, text, voice);
    const heard = await analyseMedia(base.db, made.media, splitWords(text));
    expect(made.words.map((word) => word.text)).toEqual(splitWords(text));
    for (const [index, word] of made.words.entries()) expect(Math.abs(word.start - (heard.words[index]?.start ?? 0))).toBeLessThan(0.06 * 48_000);
  });
  it('says a word between stars longer and louder, and its words stay where they are said', async () => {
    const voice = voicePreset('cobble')?.voice as typeof pebble;
    const [plain, strong] = [await draftTake(base.db, 'The moon pulls the water.', voice), await draftTake(base.db, 'The moon *pulls* the water.', voice)];
    const length = (made: typeof plain, word: number): number => (made.words[word]?.end ?? 0) - (made.words[word]?.start ?? 0);
    expect(strong.words.map((word) => word.text)).toEqual(plain.words.map((word) => word.text));
    expect(length(strong, 2) / length(plain, 2)).toBeGreaterThan(1.1);
    expect(length(strong, 4)).toBe(length(plain, 4));
    const heard = await analyseMedia(base.db, strong.media, splitWords('The moon pulls the water.'));
    for (const [index, word] of strong.words.entries()) expect(Math.abs(word.start - (heard.words[index]?.start ?? 0))).toBeLessThan(0.06 * 48_000);
  });
  it('of another language finds its words by that language', async () => {
    const voice = { ...pebble, engine: 'espeak' as const, voice: 'de', effect: 'none' as const };
    const made = await draftTake(base.db, 'Warum ist das Meer *nachts* so ruhig?', voice);
    expect(made.words.map((word) => word.text)).toEqual(['Warum', 'ist', 'das', 'Meer', 'nachts', 'so', 'ruhig?']);
    for (let n = 1; n < made.words.length; n++) expect(made.words[n]?.start).toBeGreaterThan(made.words[n - 1]?.start as number);
  });
  it.each(VOICE_PRESETS.map((preset) => preset.id))('speaks as %s, neither silent nor clipped', async (id) => {
    const { wav } = await speak('The sea comes back twice a day.', (voicePreset(id) as NonNullable<ReturnType<typeof voicePreset>>).voice);
    const samples = readWav(wav).channels[0] as Float32Array;
    const peak = samples.reduce((top, value) => Math.max(top, Math.abs(value)), 0);
    expect(samples.length).toBeGreaterThan(48_000);
    expect(peak).toBeGreaterThan(0.1);
    expect(peak).toBeLessThanOrEqual(1);
  });
});

describe('a voice file', () => {
  it.each([
    ['mp3', ['-c:a', 'libmp3lame']],
    ['ogg', ['-c:a', 'libvorbis']],
    ['flac', ['-c:a', 'flac']],
    ['m4a', ['-c:a', 'aac']],
  ])('comes in as %s with its words where they are spoken', async (kind, codec) => {
    const spoken = await speak('Nobody pushes. The Moon pulls the water.', pebble);
    const folder = mkdtempSync(join(tmpdir(), 'kipzo-take-'));
    writeFileSync(join(folder, 'a.wav'), spoken.wav);
    execFileSync('ffmpeg', ['-v', 'error', '-i', join(folder, 'a.wav'), ...codec, '-strict', '-2', join(folder, `a.${kind}`)]);
    const media = await importSound(base.db, readFileSync(join(folder, `a.${kind}`)), `a.${kind}`);
    rmSync(folder, { recursive: true });
    const reference = await draftTake(base.db, 'Nobody pushes. The Moon pulls the water.', pebble);
    const heard = await analyseMedia(base.db, media.hash, splitWords('Nobody pushes. The Moon pulls the water.'));
    heard.words.forEach((word, index) => expect(Math.abs(word.start - (reference.words[index]?.start ?? 0))).toBeLessThan(4800));
  });
  it('without a text still moves the mouth while it sounds and rests in silence', async () => {
    const spoken = await speak('Seven small boats lean on the sand.', pebble);
    const speech = readWav(spoken.wav).channels[0] as Float32Array;
    const padded = new Float32Array(speech.length + 96_000);
    padded.set(speech, 48_000);
    const media = await importSound(base.db, Buffer.from(writeWav({ rate: 48_000, channels: [padded] })), 'pad.wav');
    const made = await analyseMedia(base.db, media.hash, undefined);
    const analysis = JSON.parse((await mediaBytes(base.db, made.analysis)).toString()) as Analysis;
    const shape = (tick: number): string | undefined => analysis.mouth.find((m) => tick < m.end)?.shape;
    expect(shape(20_000)).toBe('rest');
    const shapes = new Set(analysis.mouth.filter((m) => m.start > 50_000 && m.end < 48_000 + speech.length).map((m) => m.shape));
    expect(shapes.size).toBeGreaterThan(3);
    expect(resample(padded, 48_000, 16_000).length).toBe(Math.floor(padded.length / 3));
  });
});
