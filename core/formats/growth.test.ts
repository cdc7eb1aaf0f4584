import { describe, expect, it } from 'vitest';
import { suggestActing } from '../figure/suggest.ts';
import { isFountain, readFountain } from './fountain/read.ts';
import { readScript } from './script/read.ts';
import { emphasisedWords, marked, splitWords, tidyName, withoutDirections, withoutWords } from './script/script.ts';
import { readSrt } from './subtitles/srt.ts';
import { readVtt } from './subtitles/vtt.ts';
import { isTable, readTable } from './table/read.ts';
import { readTextGrid } from './textgrid/textgrid.ts';

/** Everything that reads what somebody pasted or dropped. */
const READERS: Readonly<Record<string, (text: string) => unknown>> = {
  readScript,
  readFountain,
  isFountain,
  readTable,
  isTable,
  readSrt,
  readVtt,
  readTextGrid,
  splitWords,
  emphasisedWords,
  marked,
  tidyName,
  withoutDirections,
  withoutWords: (text) => withoutWords(text, new Set([1])),
  suggestActing,
};

/** Runs of these, with one of the ends, are what a regular expression that goes back over its way stumbles on. */
const RUNS = [
  'A',
  'a',
  ' ',
  '*',
  '_',
  '(',
  '[',
  '[[',
  '/*',
  '.',
  '. ',
  '"',
  '“',
  '*a ',
  'a*',
  '-',
  '#',
  ':',
  'A: ',
  'A\n',
  '\n',
  '\t',
  '|',
  ',',
  '00:',
  '1\n',
  '-->',
  '<',
  '>',
  '^',
  '~',
  '@',
  'INT. ',
  '❤',
  '(a)',
  'a.',
];
const ENDS = ['', ': x', '\n\nx', '\nx', 'a\nx', 'a', ')', '#', '*'];
const FEW = 1500;
const TIMES = 8;

const milliseconds = (work: () => unknown): number => {
  let best = Number.POSITIVE_INFINITY;
  for (let n = 0; n < 3; n++) {
    const start = performance.now();
    try {
      work();
    } catch {
      // Refused in a sentence: how long that took is what counts.
    }
    best = Math.min(best, performance.now() - start);
  }
  return best;
};

/** Eight times the text may take up to this many times as long; what goes over its way again takes 64 times. */
const MOST = 24;
/** A machine that is busy with something else is asked again: what really grows does so each time. */
const TRIES = 5;
/** Times below this are noise. */
const NOISE_MS = 2.5;

describe.each(Object.keys(READERS))('%s', (name) => {
  it('takes time in proportion to the text, whatever it repeats', () => {
    const read = READERS[name] as (text: string) => unknown;
    for (const run of RUNS)
      for (const end of ENDS) {
        const text = (count: number): string => run.repeat(count) + end;
        let [few, many] = [0, Number.POSITIVE_INFINITY];
        for (let tries = 0; tries < TRIES && many / Math.max(few, NOISE_MS) >= MOST; tries++) {
          few = milliseconds(() => read(text(FEW)));
          many = milliseconds(() => read(text(FEW * TIMES)));
        }
        expect(many / Math.max(few, NOISE_MS), `${JSON.stringify(run)} … ${JSON.stringify(end)}: ${few.toFixed(1)} ms, then ${many.toFixed(1)} ms`).toBeLessThan(MOST);
      }
  }, 120_000);
});
