import type { FrameShape } from '../document/schema.ts';
import { toTicks } from '../time/ticks.ts';

export interface CaptionSpan {
  readonly start: number;
  readonly end: number;
  /** One or two lines. */
  readonly rows: readonly string[];
  /** The speaker's colour, by its number in the production; plain if left out. */
  readonly colour?: number;
  readonly line?: string;
  readonly cue?: string;
}

/** Reading rules (motion.md, Reading). A tall frame holds shorter lines. */
export const CAPTION_RULES = { charactersPerSecond: 17, leastTicks: toTicks(1), mostTicks: toTicks(7), betweenFrames: 2 } as const;
export const lineLimit = (frame: FrameShape): number => (frame === '16:9' ? 42 : frame === '9:16' ? 24 : 30);

const WEAK = new Set('a an the and or but so of to in on at for with from by that which who because when if as than then is are was were'.split(' '));

interface TimedWord {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** Cuts a line's words into captions: at sentence ends and commas first, never after an article or preposition. */
export function captionWords(words: readonly TimedWord[], limit: number): { words: readonly TimedWord[]; rows: string[] }[] {
  const out: { words: TimedWord[]; rows: string[] }[] = [];
  let start = 0;
  while (start < words.length) {
    let best = start + 1;
    let bestScore = Number.NEGATIVE_INFINITY;
    let length = 0;
    for (let end = start + 1; end <= words.length; end++) {
      const word = words[end - 1] as TimedWord;
      length += word.text.length + (end - 1 > start ? 1 : 0);
      const rows = twoRows(
        words.slice(start, end).map((w) => w.text),
        limit,
      );
      if (!rows) break;
      let score = Math.min(length, limit * 1.2) / limit;
      if (end === words.length) score += 2;
      else if (/[.?!…]["”’]?$/.test(word.text)) score += length > limit * 0.4 ? 1.8 : 0.5;
      else if (/[,;:–—]$/.test(word.text)) score += length > limit * 0.5 ? 0.9 : 0.1;
      if (end < words.length && WEAK.has(word.text.toLowerCase().replace(/\W/g, ''))) score -= 0.8;
      if (words.length - end > 0 && words.length - end < 2) score -= 1;
      if (score >= bestScore) {
        bestScore = score;
        best = end;
      }
    }
    const part = words.slice(start, best);
    out.push({
      words: part,
      rows: twoRows(
        part.map((w) => w.text),
        limit,
      ) ?? [part.map((w) => w.text).join(' ')],
    });
    start = best;
  }
  return out;
}

/** One or two rows within the limit, the break before a joining word where it can be; undefined where it takes more. */
export function twoRows(words: readonly string[], limit: number): string[] | undefined {
  const whole = words.join(' ');
  if (whole.length <= limit) return [whole];
  let best: string[] | undefined;
  let bestScore = Number.POSITIVE_INFINITY;
  for (let cut = 1; cut < words.length; cut++) {
    const first = words.slice(0, cut).join(' ');
    const second = words.slice(cut).join(' ');
    if (first.length > limit || second.length > limit) continue;
    const joins = WEAK.has((words[cut] as string).toLowerCase().replace(/\W/g, '')) || /[,;:.?!]$/.test(words[cut - 1] as string);
    const score = Math.abs(first.length - second.length) - (joins ? 8 : 0) + (WEAK.has((words[cut - 1] as string).toLowerCase()) ? 10 : 0);
    if (score < bestScore) {
      bestScore = score;
      best = [first, second];
    }
  }
  return best;
}
