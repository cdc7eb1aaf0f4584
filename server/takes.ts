import * as v from 'valibot';
import { failure } from '#core/document/failure';
import { type Voice, VoiceSchema } from '#core/document/schema';
import { splitWords } from '#core/formats/script/read';
import { analysisOf, listen } from '#core/speech/analyse';
import { ANALYSIS_VERSION, type Analysis } from '#core/speech/analysis';
import { RATE } from '#core/speech/features';
import { heardFrom } from '#core/speech/synthesized';
import { DRAFT_ENGINE, languageOf } from '#core/speech/voices';
import { Resampler, readWav, resample } from '#core/speech/wav';
import { toTicks } from '#core/time/ticks';
import type { Db } from './db/db.ts';
import { derived, getMedia, hashOf, putMedia, readMedia } from './media/store.ts';
import { resourcesFor } from './speech/resources.ts';
import { type Spoken, speak } from './synth/synth.ts';

/** A sound with its stored analysis, as a take needs it. Word times by the word's place in the text. */
export interface MadeTake {
  readonly media: string;
  readonly analysis: string;
  readonly from: number;
  readonly length: number;
  readonly words: readonly { readonly text: string; readonly start: number; readonly end: number }[];
}

/** Stores an analysis as immutable JSON named by its hash. */
export async function storeAnalysis(db: Db, analysis: Analysis): Promise<string> {
  const media = await putMedia(db, Buffer.from(JSON.stringify(analysis)), { kind: 'analysis', type: 'application/json', name: 'analysis.json' });
  return media.hash;
}

const draftKey = (text: string, voice: Voice): string => `draft ${DRAFT_ENGINE} ${ANALYSIS_VERSION} ${hashOf(Buffer.from(JSON.stringify([text, voice])))}`;

/** The draft voice of a text if it was made before. */
export async function draftNow(db: Db, text: string, voice: Voice): Promise<MadeTake | undefined> {
  const row = await db('derived')
    .where({ key: draftKey(text, voice) })
    .first('bytes');
  return row && (JSON.parse(row.bytes.toString('utf8')) as MadeTake);
}

/** The draft voice of a text: synthesized and analysed once, then kept by all that it depends on. */
export async function draftTake(db: Db, text: string, voice: Voice, signal?: AbortSignal): Promise<MadeTake> {
  const bytes = await derived(db, draftKey(text, voice), async () => {
    const spoken = await speak(text, voice, { signal });
    const media = await putMedia(db, spoken.wav, { kind: 'sound', type: 'audio/wav', name: 'draft.wav', facts: { seconds: spoken.seconds, rate: 48000 } });
    const made = await draftAnalysis(db, media.hash, spoken, splitWords(text), voice);
    return Buffer.from(JSON.stringify(made));
  });
  return JSON.parse(bytes.toString('utf8')) as MadeTake;
}

/** A draft's analysis: by the synthesizer's own phone times where its engine tells them, listened to where not. */
async function draftAnalysis(db: Db, hash: string, spoken: Spoken, words: readonly string[], voice: Voice): Promise<MadeTake> {
  const language = languageOf(voice);
  if (!spoken.phones) return analyseMedia(db, hash, words, { language, certain: true });
  const sound = readWav(spoken.wav);
  const samples = resample(sound.channels[0] ?? new Float32Array(), sound.rate, RATE);
  const heard = heardFrom(spoken.phones, words, samples.length / RATE, await resourcesFor(words, language));
  const analysis = analysisOf(heard, samples);
  const length = toTicks(spoken.seconds);
  return { media: hash, analysis: await storeAnalysis(db, { ...analysis, length }), from: 0, length, words: analysis.words };
}

/** How a text is said, and whether it surely is what is said. */
interface Saying {
  /** A BCP 47 tag; English where nothing is said. */
  readonly language?: string;
  readonly certain?: boolean;
}

/** Bytes before the samples of a stored sound: the store keeps WAVE of 16-bit mono at 48 kHz as wavHead writes it. */
const HEAD = 44;
const STORED_RATE = 48_000;

/** A stretch of a stored sound at the rate of analysis, read and brought there chunk by chunk. */
async function samplesForAnalysis(db: Db, hash: string, from: number, to: number | undefined): Promise<{ samples: Float32Array; length: number }> {
  const media = await getMedia(db, hash);
  if (media?.kind !== 'sound') throw failure('no-media', 'This sound is not here. Bring it in again.', 404);
  const whole = Math.floor((media.size - HEAD) / 2);
  const end = Math.min(whole, to ?? whole);
  if (from >= end) throw failure('no-stretch', 'That part of the recording is not there. Choose the take again.', 400);
  const resampler = new Resampler(STORED_RATE, RATE);
  const samples = new Float32Array(Math.floor(((end - from) * RATE) / STORED_RATE));
  let at = 0;
  const put = (piece: Float32Array): void => {
    samples.set(piece.subarray(0, samples.length - at), at);
    at += piece.length;
  };
  for await (const bytes of readMedia(db, media, HEAD + from * 2, HEAD + end * 2))
    put(resampler.push(Float32Array.from({ length: bytes.length >> 1 }, (_, n) => bytes.readInt16LE(n * 2) / 32_768)));
  put(resampler.push(new Float32Array(), true));
  return { samples, length: end - from };
}

/**
 * Words, mouth and loudness of a stored sound, `from`..`to` in ticks of it.
 * @throws Failure `no-media`, `no-stretch` where there is nothing between the two.
 */
export async function analyseMedia(
  db: Db,
  hash: string,
  words: readonly string[] | undefined,
  { from = 0, to, ...saying }: Saying & { from?: number; to?: number | undefined } = {},
): Promise<MadeTake> {
  const { samples, length } = await samplesForAnalysis(db, hash, from, to);
  // The chunks that were read are garbage by now; a process with little memory does not wait until it must.
  (globalThis as { gc?: () => void }).gc?.();
  const analysis = await analyseSamples(samples, words, saying);
  return { media: hash, analysis: await storeAnalysis(db, { ...analysis, length }), from, length, words: analysis.words };
}

/** The same analysis as the page's worker makes, with pronunciations of unknown words asked for first. */
export async function analyseSamples(samples: Float32Array, words: readonly string[] | undefined, { language, certain }: Saying = {}): Promise<Analysis> {
  const resources = await resourcesFor(words, language);
  return analysisOf(listen(samples, words, { ...resources, certain: certain === true }), samples);
}

const span = { start: v.pipe(v.number(), v.integer(), v.minValue(0)), end: v.pipe(v.number(), v.integer(), v.minValue(0)) };
const AnalysisSchema = v.object({
  version: v.literal(ANALYSIS_VERSION),
  length: v.pipe(v.number(), v.integer(), v.minValue(0)),
  words: v.array(v.object({ text: v.pipe(v.string(), v.maxLength(200)), ...span })),
  phones: v.array(v.object({ label: v.pipe(v.string(), v.maxLength(6)), ...span })),
  mouth: v.array(v.object({ shape: v.picklist(['rest', 'closed', 'bite', 'tongue', 'teeth', 'mid', 'wide', 'spread', 'round', 'pucker']), ...span })),
  loudness: v.array(v.pipe(v.number(), v.minValue(0), v.maxValue(2))),
  stress: v.array(v.pipe(v.number(), v.minValue(0), v.maxValue(1))),
});

/** An analysis that a page sends, checked before it is stored. */
export function validAnalysis(data: unknown): Analysis {
  const result = v.safeParse(AnalysisSchema, data);
  if (!result.success) throw failure('invalid-analysis', 'The analysis of this voice came out damaged. Bring the voice in again.');
  return result.output;
}

export const validVoice = (data: unknown): Voice => {
  const result = v.safeParse(VoiceSchema, data);
  if (!result.success) throw failure('invalid-voice', 'This draft voice has a value that is out of range. Choose a voice from the list.');
  return result.output;
};
