import { analysisOf, inLanguage, Listening, type SpeechResources, unknownWords } from '#core/speech/analyse';
import type { Analysis } from '#core/speech/analysis';
import { openDictionary } from '#core/speech/dictionary';
import { RATE } from '#core/speech/features';
import { readModel } from '#core/speech/model';
import { type Part, partRecording, type ScriptPart } from '#core/speech/parting';
import type { SenoneExports } from '#core/speech/senones';
import { readWav, resample } from '#core/speech/wav';
import scorerUrl from '../../core/speech/senones.wasm?url';

/** Listens to a stored sound in the page: the same code as on the server. */
export interface SpeechRequest {
  readonly id: number;
  readonly url: string;
  readonly words: readonly string[] | undefined;
  /** What is spoken, a BCP 47 tag; English where nothing is said. */
  readonly language?: string;
  /** Part a recording of everybody into lines instead. */
  readonly part?: { readonly scripts: readonly (readonly ScriptPart[])[]; readonly speakers?: number; readonly likely?: number };
  /** Ticks of the sound. */
  readonly from?: number;
  readonly to?: number;
}
export interface SpeechAnswer {
  readonly id: number;
  readonly error?: string;
  readonly analysis?: Analysis;
  /** Seconds. */
  readonly utterances?: readonly { readonly start: number; readonly end: number }[];
  readonly words?: readonly { readonly text: string; readonly start: number; readonly end: number }[];
  readonly duration?: number;
  readonly parts?: readonly Part[];
}

let opened: Promise<SpeechResources> | undefined;

async function bytes(path: string): Promise<Uint8Array> {
  const response = await fetch(path);
  if (!response.ok) throw new Error('The speech model could not be read. Reload the page.');
  return new Uint8Array(await response.arrayBuffer());
}

function resources(): Promise<SpeechResources> {
  opened ??= (async () => {
    const [model, dictionary, scorer] = await Promise.all([bytes('/speech/acoustic.bin'), bytes('/speech/dictionary.bin'), bytes(scorerUrl)]);
    const { instance } = await WebAssembly.instantiate(scorer as Uint8Array<ArrayBuffer>, { env: { abort() {} } });
    const read = readModel(model, instance.exports as unknown as SenoneExports);
    return { model: read, dictionary: openDictionary(dictionary, read.phones) };
  })();
  return opened;
}

self.onmessage = async ({ data }: MessageEvent<SpeechRequest>) => {
  try {
    const speech = inLanguage(await resources(), data.language);
    const sound = readWav(await bytes(data.url));
    const whole = sound.channels[0] ?? new Float32Array();
    const samples = resample(whole.subarray(data.from ?? 0, data.to ?? whole.length), sound.rate, RATE);
    const asked = data.part ? data.part.scripts.flat().flatMap(({ words }) => words) : data.words;
    const unknown = asked ? unknownWords(asked, speech) : [];
    let pronunciations: Record<string, readonly string[]> = {};
    if (unknown.length) {
      const response = await fetch('/api/pronounce', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ words: unknown, language: data.language }),
      });
      if (!response.ok) throw new Error('How the words are said could not be found out. Check that Kipzo’s server runs, then match the words once more.');
      pronunciations = (await response.json()) as Record<string, readonly string[]>;
    }
    const listening = new Listening(samples, { ...speech, pronunciations });
    if (data.part) {
      const parts = partRecording(listening, data.part.scripts, data.part.speakers, data.part.likely);
      self.postMessage({ id: data.id, parts, duration: listening.duration } satisfies SpeechAnswer);
      return;
    }
    const heard = listening.hear(data.words);
    const analysis = analysisOf(heard, samples);
    self.postMessage({
      id: data.id,
      analysis: { ...analysis, length: (data.to ?? whole.length) - (data.from ?? 0) },
      utterances: heard.utterances,
      words: heard.words,
      duration: heard.duration,
    } satisfies SpeechAnswer);
  } catch (thrown) {
    self.postMessage({ id: data.id, error: thrown instanceof Error ? thrown.message : String(thrown) } satisfies SpeechAnswer);
  }
};
