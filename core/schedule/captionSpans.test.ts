import { describe, expect, it } from 'vitest';
import type { Document, Scene } from '../document/schema.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import { captionSpans } from './captionSpans.ts';
import type { CaptionSpan } from './captions.ts';
import type { ScheduledLine } from './lines.ts';
import type { Resolved } from './resolve.ts';

const S = toTicks(1);
const ROOM = 2 * ticksPerFrame(24);
const LENGTH = 40 * S;
const ROLES = { ro_1: { name: 'Marit', colour: 1 }, ro_2: { name: 'Tully', colour: 2 } };

interface Said {
  readonly id?: string;
  readonly role?: string;
  readonly offStage?: boolean;
  /** Words with the seconds from when to when they are said. */
  readonly words?: readonly (readonly [text: string, start: number, end: number])[];
  readonly start?: number;
  readonly end?: number;
}
const line = ({ id = 'ln_1', role = 'ro_1', offStage, words = [], start = 0, end = words.at(-1)?.[2] ?? 0 }: Said): ScheduledLine =>
  ({
    id,
    line: { role, offStage },
    start: start * S,
    end: end * S,
    words: words.map(([text, from, to], n) => ({ id: `wd_${n}`, text, start: from * S, end: to * S })),
  }) as unknown as ScheduledLine;

interface Shown {
  readonly production?: object;
  readonly captions?: boolean;
  /** Captions by hand: text, from and to, in seconds. */
  readonly byHand?: readonly (readonly [text: string, start: number, end: number])[];
  readonly length?: number;
}
const spans = (lines: readonly ScheduledLine[], { production = {}, captions = true, byHand = [], length = LENGTH }: Shown = {}): CaptionSpan[] =>
  captionSpans(
    { production: { frame: '16:9', roles: ROLES, ...production } } as unknown as Document,
    { captions, cues: Object.fromEntries(byHand.map(([text], n) => [`cu_${n}`, { kind: 'caption', text }])) } as unknown as Scene,
    { length, cues: new Map(byHand.map(([, start, end], n) => [`cu_${n}`, { start: start * S, end: end * S }])) } as unknown as Resolved,
    lines,
    24,
  );
const seconds = (list: readonly CaptionSpan[]): number[][] => list.map(({ start, end }) => [start / S, end / S]);
const rows = (list: readonly CaptionSpan[]): (readonly string[])[] => list.map((span) => span.rows);

describe('how long a caption is shown', () => {
  const one = (...words: NonNullable<Said['words']>) => seconds(spans([line({ words })]))[0] as [number, number];
  it('is until a breath after its last word', () => expect(one(['Low', 2, 3], ['tide', 3, 5])).toEqual([2, 5.3]));
  it('is a second at least', () => expect(one(['Yes', 2, 2.2])).toEqual([2, 3]));
  it('is as long as one reads, seventeen letters a second', () => {
    const [before, after] = ['Nobody pulls the plug out', 'of the whole wide sea'];
    const [start, end] = one([before, 2, 2.2], [after, 2.2, 2.5]);
    expect([start, end * S]).toEqual([2, 2 * S + toTicks(`${before} ${after}`.length / 17)]);
  });
  it('is seven seconds at most', () => expect(one(['So', 2, 3], ['slow', 11, 12])).toEqual([2, 9]));
  it('is until shortly before the next one, but never nothing, and not past the end of the scene', () => {
    const two = (second: number) => seconds(spans([line({ words: [['One', 2, 2.5]] }), line({ id: 'ln_2', words: [['Two', second, second + 0.5]] })]));
    expect(two(2.6)).toEqual([
      [2, 2.6 - ROOM / S],
      [2.6, 3.6],
    ]);
    expect(two(4)).toEqual([
      [2, 3],
      [4, 5],
    ]);
    expect(two(2.1)[0]).toEqual([2, 2 + ROOM / S]);
    expect(seconds(spans([line({ words: [['One', 2, 2.5]] })], { length: 2.4 * S }))).toEqual([[2, 2.4]]);
  });
  it('is not at all where it would begin when the scene is over', () => {
    const late = line({ words: [['One', 2, 2.5]] });
    expect(spans([late], { length: 2 * S })).toEqual([]);
    expect(spans([late], { length: 2 * S + 1 })).toHaveLength(1);
  });
});

describe('captions by hand', () => {
  const said = line({ words: [['One', 2, 3]] });
  it('take the place of words that are said while they stand, and of no others', () => {
    const texts = (start: number, end: number): string[] => spans([said], { byHand: [['Hand', start, end]] }).map((span) => span.rows.join(' '));
    expect(texts(2.5, 4)).toEqual(['Hand']);
    expect(texts(1, 2.5)).toEqual(['Hand']);
    expect(texts(1, 2)).toEqual(['Hand', 'One']);
    // When it begins the word has been said; that it would be shown for a breath longer does not count.
    expect(texts(3, 4)).toEqual(['One', 'Hand']);
    expect(texts(2.99, 4)).toEqual(['Hand']);
  });
  it('stand in order of time among the others', () => {
    const both = spans([said, line({ id: 'ln_2', words: [['Two', 9, 10]] })], {
      byHand: [
        ['Later', 20, 21],
        ['Between', 5, 6],
      ],
    });
    expect(rows(both)).toEqual([['One'], ['Between'], ['Two'], ['Later']]);
    expect(both.map(({ cue, line: of }) => cue ?? of)).toEqual(['ln_1', 'cu_1', 'ln_2', 'cu_0']);
  });
  it('are two rows where that goes, however they are written, else as they are written', () => {
    expect(rows(spans([], { byHand: [['Low\n  tide', 1, 2]] }))).toEqual([['Low tide']]);
    const long = `${'sand '.repeat(20).trim()}\nand sea`;
    expect(rows(spans([], { byHand: [[long, 1, 2]] }))).toEqual([long.split('\n')]);
  });
});

describe('captions of a line', () => {
  const long = ['Nobody', 'pulls', 'the', 'plug', 'out', 'of', 'the', 'sea', 'and', 'so', 'it', 'stays', 'where', 'it', 'is', 'all', 'day', 'and', 'night'].map(
    (text, n) => [text, 2 + n * 0.3, 2.3 + n * 0.3] as const,
  );
  it('begin with the name of who is not seen, for which there is room', () => {
    const named = spans([line({ offStage: true, words: long })]);
    expect(named.length).toBeGreaterThan(1);
    expect(named[0]?.rows[0]).toMatch(/^Marit: Nobody/);
    expect(
      named
        .slice(1)
        .flatMap((span) => span.rows)
        .join(' '),
    ).not.toContain('Marit');
    expect(named[0]?.rows.slice(1).join(' ')).not.toContain('Marit');
    for (const row of named.flatMap((span) => span.rows)) expect(row.length).toBeLessThanOrEqual(42);
    // Exactly what is said, and nothing else.
    expect(
      named
        .flatMap((span) => span.rows)
        .join(' ')
        .replace('Marit: ', ''),
    ).toBe(long.map(([text]) => text).join(' '));
    expect(spans([line({ offStage: true, role: 'ro_gone', words: long })])[0]?.rows[0]).toMatch(/^Nobody/);
  });
  it('have the colour of the role where that is wanted', () => {
    const words = [['One', 2, 3]] as const;
    const colours = (production: object, role?: string) => spans([line({ role, words })], { production }).map((span) => ('colour' in span ? span.colour : 'none'));
    expect(colours({})).toEqual(['none']);
    expect(colours({ captionColours: true })).toEqual([1]);
    expect(colours({ captionColours: true }, 'ro_2')).toEqual([2]);
    expect(colours({ captionColours: true }, 'ro_gone')).toEqual(['none']);
  });
  it('are kept as they are while the line is said the same, and made anew when anything of it changes', () => {
    const first = line({
      words: [
        ['Low', 2, 3],
        ['tide', 3, 4],
      ],
    });
    const same = { ...first, words: first.words.map((word) => ({ ...word })) };
    const kept = spans([first])[0]?.rows;
    expect(spans([first])[0]?.rows).toBe(kept);
    expect(spans([same])[0]?.rows).toBe(kept);
    const changed = (change: (words: { text: string; start: number; end: number }[]) => object[]) =>
      spans([{ ...first, words: change(first.words.map((word) => ({ ...word }))) } as unknown as ScheduledLine]);
    expect(rows(changed((words) => words.map((word, n) => (n ? { ...word, text: 'flow' } : word))))).toEqual([['Low flow']]);
    expect(rows(changed((words) => words.map((word, n) => (n ? word : { ...word, text: 'Hot' }))))).toEqual([['Hot tide']]);
    expect(seconds(changed((words) => words.map((word, n) => (n ? { ...word, end: 5 * S } : word))))).toEqual([[2, 5.3]]);
    expect(seconds(changed((words) => words.map((word, n) => (n ? word : { ...word, start: 1 * S }))))).toEqual([[1, 4.3]]);
    expect(rows(changed((words) => words.slice(0, 1)))).toEqual([['Low']]);
    expect(rows(changed((words) => [...words, { id: 'wd_9', text: 'now', start: 4 * S, end: 5 * S }]))).toEqual([['Low tide now']]);
    // In another frame's shape rows are shorter.
    const wide = line({ words: long });
    expect(
      Math.max(
        ...rows(spans([wide]))
          .flat()
          .map((row) => row.length),
      ),
    ).toBeGreaterThan(24);
    expect(
      Math.max(
        ...rows(spans([wide], { production: { frame: '9:16' } }))
          .flat()
          .map((row) => row.length),
      ),
    ).toBeLessThanOrEqual(24);
  });
});

describe('captions in another language', () => {
  // Longer than a row each, so that each stands alone: its time is seen.
  const text = ['a'.repeat(50), 'b'.repeat(70), 'c'.repeat(50)];
  const shown = (lines: object) => ({ production: { captionTracks: { ct_1: { lines } }, shownCaptions: 'ct_1' } });
  it('are spread over the line, each word as long as it has letters', () => {
    const said = line({ start: 2, end: 19.3, words: [['One', 2, 19.3]] });
    const spread = spans([said], shown({ ln_1: `${text[0]}  ${text[1]} ${text[2]}` }));
    expect(rows(spread)).toEqual(text.map((word) => [word]));
    expect(seconds(spread).map(([start]) => start)).toEqual([2, 7.1, 14.2]);
    // The first is said until the second begins; by hand what stands there takes its place, and only its.
    const byHand = (start: number, end: number) => rows(spans([said], { ...shown({ ln_1: text.join(' ') }), byHand: [['Hand', start, end]] })).map(([row]) => row?.[0]);
    expect(byHand(7.05, 7.1)).toEqual(['H', 'b', 'c']);
    expect(byHand(7.1, 7.2)).toEqual(['a', 'H', 'c']);
    expect(byHand(14.19, 14.2)).toEqual(['a', 'H', 'c']);
    expect(byHand(19.29, 19.3)).toEqual(['a', 'b', 'H']);
  });
  it('are only those that there are', () => {
    const lines = [line({ words: [['One', 2, 3]] }), line({ id: 'ln_2', words: [['Two', 5, 6]] })];
    expect(rows(spans(lines, shown({ ln_2: 'Zwei' })))).toEqual([['Zwei']]);
    expect(rows(spans(lines, { production: { captionTracks: { ct_1: { lines: {} } } } }))).toEqual([['One'], ['Two']]);
  });
});
