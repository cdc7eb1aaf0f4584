import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { dice, hashText } from '#core/draw/hash';
import { speechActivity } from '#core/speech/activity';
import { Listening, listen } from '#core/speech/analyse';
import { melEnergies, RATE } from '#core/speech/features';
import { ROOT } from '#server/root';
import { speechResources } from '#server/speech/resources';
import type { Dialogue, Recording } from './sets.ts';

const OTHERS = ['lantern', 'seven', 'quietly', 'boats', 'under', 'morning', 'never', 'green'];

/**
 * `wrong script`: one word of a sentence missing, added or swapped for another. Share of the other words' borders within
 * 80 ms of the truth, percent: a wrong word stays a local matter.
 */
export function wrongScriptFigures(recordings: readonly Recording[]): Record<'missing' | 'added' | 'swapped', number> {
  const sums = { missing: [0, 0], added: [0, 0], swapped: [0, 0] } as Record<'missing' | 'added' | 'swapped', [number, number]>;
  for (const recording of recordings) {
    if (recording.words.length < 4) continue;
    const chance = dice(hashText(`wrong ${recording.name}`));
    for (const kind of ['missing', 'added', 'swapped'] as const) {
      const place = 1 + Math.floor(chance.next() * (recording.words.length - 2));
      const other = OTHERS[Math.floor(chance.next() * OTHERS.length)] as string;
      const words = recording.words.toSpliced(place, kind === 'added' ? 0 : 1, ...(kind === 'missing' ? [] : [other]));
      const heard = listen(recording.samples, words, speechResources());
      recording.wordTimes.forEach((truth, n) => {
        if (n === place && kind !== 'added') return;
        const own = heard.words[n < place ? n : n + (kind === 'missing' ? -1 : kind === 'added' ? 1 : 0)];
        for (const edge of ['start', 'end'] as const) {
          sums[kind][1]++;
          if (own && Math.abs(own[edge] - truth[edge]) <= 0.08) sums[kind][0]++;
        }
      });
    }
  }
  const share = ([near, all]: [number, number]): number => Math.round((1000 * near) / Math.max(1, all)) / 10;
  return { missing: share(sums.missing), added: share(sums.added), swapped: share(sums.swapped) };
}

const EXTRA = 'Perhaps the ferry comes back again on Sunday evening'.split(' ');

/** The same for a whole line of a dialogue that the script lacks, or that nobody says. */
export function wrongLineFigures(dialogues: readonly Dialogue[]): Record<'lineMissing' | 'lineAdded', number> {
  const sums = { lineMissing: [0, 0], lineAdded: [0, 0] } as Record<'lineMissing' | 'lineAdded', [number, number]>;
  for (const { samples, lines, wordTimes } of dialogues) {
    const listening = new Listening(samples, speechResources());
    const place = 2;
    const before = lines.slice(0, place).flat().length;
    const own = (lines[place] as readonly string[]).length;
    for (const kind of ['lineMissing', 'lineAdded'] as const) {
      const heard = listening.hear(lines.flat().toSpliced(before, kind === 'lineMissing' ? own : 0, ...(kind === 'lineAdded' ? EXTRA : [])));
      wordTimes.forEach((truth, n) => {
        if (kind === 'lineMissing' && n >= before && n < before + own) return;
        const word = heard.words[n < before ? n : n + (kind === 'lineMissing' ? -own : EXTRA.length)];
        for (const edge of ['start', 'end'] as const) {
          sums[kind][1]++;
          if (word && Math.abs(word[edge] - truth[edge]) <= 0.08) sums[kind][0]++;
        }
      });
    }
  }
  const share = ([near, all]: [number, number]): number => Math.round((1000 * near) / Math.max(1, all)) / 10;
  return { lineMissing: share(sums.lineMissing), lineAdded: share(sums.lineAdded) };
}

/** Megabytes that the model and dictionary take while open, and that a page downloads for them (gzip). */
export async function memoryFigures(): Promise<{ openMb: number; downloadMb: number }> {
  // In a process of its own: what this one holds already would count.
  const program = `import { speechResources } from '${new URL('../../server/speech/resources.ts', import.meta.url).href}';
global.gc(); const before = process.memoryUsage(); speechResources(); global.gc(); const after = process.memoryUsage();
console.log(after.heapUsed + after.external - before.heapUsed - before.external);`;
  const bytes = Number(execFileSync(process.execPath, ['--expose-gc', '--import', 'tsx', '--input-type=module', '-e', program], { cwd: ROOT }).toString());
  const files = ['dist/speech/acoustic.bin', 'dist/speech/dictionary.bin', 'core/speech/senones.wasm'];
  const download = files.reduce((sum, file) => sum + gzipSync(readFileSync(join(ROOT, file))).length, 0);
  const megabytes = (value: number): number => Math.round(value / 1e5) / 10;
  return { openMb: megabytes(bytes), downloadMb: megabytes(download) };
}

/** `cost`: how many seconds of a dialogue each step takes in a second of one processor. */
export function costFigures(dialogue: Dialogue): Record<'features' | 'activity' | 'withText' | 'withoutText' | 'speakers', number> {
  const seconds = dialogue.samples.length / RATE;
  const timed = (act: () => void): number => {
    const before = process.cpuUsage();
    act();
    const { user, system } = process.cpuUsage(before);
    return Math.round((seconds / ((user + system) / 1e6)) * 10) / 10;
  };
  const resources = speechResources();
  const mel = melEnergies(dialogue.samples);
  const listening = new Listening(dialogue.samples, resources);
  const pieces = listening.utterances();
  return {
    features: timed(() => melEnergies(dialogue.samples)),
    activity: timed(() => speechActivity(mel)),
    withText: timed(() => listening.hear(dialogue.words)),
    withoutText: timed(() => listening.hear(undefined)),
    speakers: timed(() => listening.speakers(pieces)),
  };
}
