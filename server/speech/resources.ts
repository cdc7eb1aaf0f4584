import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { inLanguage, type SpeechResources, unknownWords } from '#core/speech/analyse';
import { openDictionary } from '#core/speech/dictionary';
import { readModel } from '#core/speech/model';
import type { SenoneExports } from '#core/speech/senones';
import { ROOT } from '../root.ts';
import { buildSpeechFiles } from './buildModel.ts';
import { pronounce } from './pronounce.ts';

export const SPEECH_DIR = join(ROOT, 'dist', 'speech');

let opened: SpeechResources | undefined;

/** The acoustic model and dictionary, opened once; made first where set-up has not run. */
export function speechResources(): SpeechResources {
  if (!opened) {
    if (!existsSync(join(SPEECH_DIR, 'dictionary.bin'))) buildSpeechFiles(SPEECH_DIR);
    const scorer = new WebAssembly.Instance(new WebAssembly.Module(readFileSync(join(ROOT, 'core/speech/senones.wasm'))), { env: { abort() {} } });
    const model = readModel(readFileSync(join(SPEECH_DIR, 'acoustic.bin')), scorer.exports as unknown as SenoneExports);
    opened = { model, dictionary: openDictionary(readFileSync(join(SPEECH_DIR, 'dictionary.bin')), model.phones) };
  }
  return opened;
}

/** The same in a language (a BCP 47 tag), with pronunciations of those of `words` that the dictionary lacks. */
export async function resourcesFor(words: readonly string[] | undefined, language = 'en-us'): Promise<SpeechResources> {
  const speech = inLanguage(speechResources(), language);
  const unknown = words ? unknownWords(words, speech) : [];
  return unknown.length ? { ...speech, pronunciations: await pronounce(unknown, language) } : speech;
}
