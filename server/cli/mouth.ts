import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { Command } from 'commander';
import { failure } from '#core/document/failure';
import { splitWords } from '#core/formats/script/read';
import { Listening } from '#core/speech/analyse';
import { RATE } from '#core/speech/features';
import { mouthCues } from '#core/speech/mouth';
import { partRecording } from '#core/speech/parting';
import { readWav, resample } from '#core/speech/wav';
import { decodeSound } from '../media/importSound.ts';
import { resourcesFor } from '../speech/resources.ts';

const bytesOf = (path: string): Promise<Buffer> =>
  readFile(path).catch(() => {
    throw failure('no-file', `“${path}” cannot be read. Check the name.`);
  });

/** Words, phones and mouth shapes of a voice file (form: architecture.md, Commands). */
export const mouthCommand = (): Command =>
  new Command('mouth')
    .description('Words, phones and mouth shapes of a voice file')
    .argument('<voice>')
    .option('--text <file>', 'what is said, for words and better shapes')
    .option('--speakers <n>', 'how many speak')
    .option('--json', 'as JSON')
    .action(async (file: string, { text, speakers, json }) => {
      const { wav } = await decodeSound(await bytesOf(file), basename(file));
      const sound = readWav(wav);
      const samples = resample(sound.channels[0] ?? new Float32Array(), sound.rate, RATE);
      const words = text ? splitWords((await bytesOf(text)).toString('utf8')) : undefined;
      const resources = await resourcesFor(words);
      const count = speakers === undefined ? undefined : Number(speakers);
      if (count !== undefined && !(Number.isInteger(count) && count > 0 && count < 20)) throw failure('bad-count', 'Say how many speak as a whole number from 1 to 19.', 400);
      const began = performance.now();
      const listening = new Listening(samples, resources);
      const heard = listening.hear(words);
      // Without a text the sound is parted by voice; a text has its own utterances.
      const apart = heard.words.length ? undefined : partRecording(listening, [], count);
      const told = apart ?? listening.speakers(heard.utterances, count).map(({ speaker }, n) => ({ ...(heard.utterances[n] as { start: number; end: number }), speaker }));
      const timesRealTime = Math.round(heard.duration / Math.max(0.001, (performance.now() - began) / 1000));
      if (words?.length && !heard.aligned) process.stderr.write('The text is not what the voice says. The shapes were heard without it.\n');
      const round = (value: number): number => Math.round(value * 1000) / 1000;
      const bare = (word: string): string => word.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '');
      const result = {
        duration: round(heard.duration),
        utterances: told.map(({ start, end, speaker }) => ({ start: round(start), end: round(end), speaker })),
        words: heard.words.map((word) => ({ word: bare(word.text), start: round(word.start), end: round(word.end) })),
        phones: covered(
          heard.phones.map(({ label, start, end }) => ({ label, start: round(start), end: round(end) })),
          round(heard.duration),
        ),
        mouth: covered(
          mouthCues(heard.phones).map(({ shape, start, end }) => ({ shape, start: round(start), end: round(end) })),
          round(heard.duration),
        ),
      };
      if (json) console.log(JSON.stringify(result));
      else {
        console.log(
          `${result.duration} s, ${result.utterances.length} utterances by ${new Set(result.utterances.map(({ speaker }) => speaker)).size}, listened to at ${timesRealTime} times real time`,
        );
        for (const { start, end, speaker } of result.utterances) console.log(`${start.toFixed(3)} ${end.toFixed(3)} speaker ${speaker}`);
        for (const { word, start, end } of result.words) console.log(`${start.toFixed(3)} ${end.toFixed(3)} ${word}`);
        for (const { shape, start, end } of result.mouth) console.log(`${start.toFixed(3)} ${end.toFixed(3)} ${shape}`);
      }
    });

/** Spans that cover 0..duration without gap after rounding. */
function covered<T extends { start: number; end: number }>(spans: readonly T[], duration: number): T[] {
  const kept = spans.filter((span) => span.end > span.start);
  return kept.map((span, index) => ({ ...span, start: index === 0 ? 0 : (kept[index - 1] as T).end, end: index === kept.length - 1 ? duration : span.end }));
}
