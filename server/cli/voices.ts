import { readFile, writeFile } from 'node:fs/promises';
import { Command } from 'commander';
import { failure } from '#core/document/failure';
import { splitWords } from '#core/formats/script/read';
import { RATE } from '#core/speech/features';
import { VOICE_PRESETS, voicePreset } from '#core/speech/voices';
import { readWav, resample } from '#core/speech/wav';
import { toSeconds } from '#core/time/ticks';
import { speak } from '../synth/synth.ts';
import { analyseSamples } from '../takes.ts';

export const voicesCommand = (): Command =>
  new Command('voices')
    .description('The draft voices that ship')
    .option('--json', 'as JSON')
    .action(({ json }) => {
      if (json)
        console.log(
          JSON.stringify(
            VOICE_PRESETS.map(({ id, name, about }) => ({ id, name, about })),
            null,
            1,
          ),
        );
      else for (const { id, name, about } of VOICE_PRESETS) console.log(`${id.padEnd(10)} ${name.padEnd(10)} ${about}`);
    });

export const sayCommand = (): Command =>
  new Command('say')
    .description('Speaks a text to a WAV')
    .argument('<text>')
    .requiredOption('--voice <name>', 'a name from `kipzo voices`')
    .requiredOption('--out <file.wav>')
    .option('--json', 'words and phones with times on stdout')
    .action(async (text: string, { voice, out, json }) => {
      const preset = voicePreset(voice);
      if (!preset) throw failure('no-voice', `There is no voice called “${voice}”. Choose one of: ${VOICE_PRESETS.map((p) => p.id).join(', ')}.`);
      const spoken = await speak(text, preset.voice);
      await writeFile(out, spoken.wav);
      if (!json) return void process.stderr.write(`${out}: ${spoken.seconds.toFixed(2)} s\n`);
      const sound = readWav(await readFile(out));
      const analysis = await analyseSamples(resample(sound.channels[0] ?? new Float32Array(), sound.rate, RATE), splitWords(text), { certain: true });
      const times = <T extends { start: number; end: number }>(list: readonly T[]): T[] =>
        list.map((item) => ({ ...item, start: round(toSeconds(item.start)), end: round(toSeconds(item.end)) }));
      console.log(
        JSON.stringify({ duration: round(spoken.seconds), words: times(analysis.words).map(({ text: word, ...rest }) => ({ word, ...rest })), phones: times(analysis.phones) }),
      );
    });

const round = (value: number): number => Math.round(value * 1000) / 1000;
