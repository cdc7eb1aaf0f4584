import { describe, expect, it } from 'vitest';
import type { Document, Line, Scene, Take } from '../document/schema.ts';
import type { Analysis } from '../speech/analysis.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { type AnalysisOf, clockSpans, overlapsOf, type ScheduledLine, scheduledLines } from './lines.ts';
import { resolveTimed } from './timing.ts';

const S = toTicks(1);
const said = (id: string, start: number, end: number, more: Partial<Line> = {}): ScheduledLine =>
  ({ id, start: start * S, end: end * S, line: { kind: 'line', ...more } }) as unknown as ScheduledLine;

describe('stretches of the clock', () => {
  const spans = (lines: readonly ScheduledLine[], length: number) =>
    clockSpans({ id: 'sc' } as Scene, { length: length * S } as never, lines).map(({ id, start, end, line }) => [id, start / S, end / S, line?.id]);
  it('are lines and the silences before and behind them', () => {
    expect(spans([said('a', 1, 3), said('b', 4, 6)], 8)).toEqual([
      ['gap a', 0, 1, undefined],
      ['a', 1, 3, 'a'],
      ['gap b', 3, 4, undefined],
      ['b', 4, 6, 'b'],
      ['tail sc', 6, 8, undefined],
    ]);
    expect(spans([], 3)).toEqual([['tail sc', 0, 3, undefined]]);
  });
  it('are none where there is no silence, and none of a line that is said within another', () => {
    expect(spans([said('a', 0, 3), said('b', 3, 6)], 6)).toEqual([
      ['a', 0, 3, 'a'],
      ['b', 3, 6, 'b'],
    ]);
    expect(spans([said('a', 0, 6), said('b', 2, 4), said('c', 2, 6), said('d', 5, 8)], 8)).toEqual([
      ['a', 0, 6, 'a'],
      ['d', 6, 8, 'd'],
    ]);
  });
  it('are in order of time, also where a later line is said first; what is said aside is not of them', () => {
    expect(spans([said('a', 4, 6), said('b', 1, 2), said('c', 2, 3, { aside: true })], 6)).toEqual([
      ['gap b', 0, 1, undefined],
      ['b', 1, 2, 'b'],
      ['gap a', 2, 4, undefined],
      ['a', 4, 6, 'a'],
    ]);
  });
});

describe('lines that are said at once', () => {
  const pairs = (...lines: readonly ScheduledLine[]) => overlapsOf(lines).map(({ a, b, from, to }) => [a.id, b.id, from / S, to / S]);
  it('are told with the time that they share, the earlier first', () => {
    expect(pairs(said('a', 0, 3), said('b', 2, 5))).toEqual([['a', 'b', 2, 3]]);
    expect(pairs(said('b', 2, 5), said('a', 0, 3))).toEqual([['a', 'b', 2, 3]]);
    expect(pairs(said('a', 0, 9), said('b', 2, 5), said('c', 4, 6))).toEqual([
      ['a', 'b', 2, 5],
      ['a', 'c', 4, 6],
      ['b', 'c', 4, 5],
    ]);
  });
  it('are not those that follow on each other, nor beats', () => {
    expect(pairs(said('a', 0, 3), said('b', 3, 5))).toEqual([]);
    expect(pairs(said('a', 0, 3), said('b', 1, 2, { kind: 'beat' }))).toEqual([]);
  });
});

describe('what is heard in a line', () => {
  const { document, scene } = sampleDocument();
  const base = document.scenes[scene] as Scene;
  const [id, line] = inOrder(base.lines)[0] as [string, Line];
  const heard: Analysis = {
    version: 1,
    length: 4 * S,
    words: [{ text: 'Good', start: S, end: 2 * S }],
    phones: [],
    mouth: [{ shape: 'wide', start: 0, end: 4 * S }],
    loudness: new Array(400).fill(1),
    stress: [1],
  };
  const take = (more: Partial<Take>): Line => ({
    ...line,
    take: 'tk_1',
    takes: { tk_1: { order: 'a0', name: 'T', kind: 'recorded', media: 'm', analysis: 'h', from: 0, length: 4 * S, times: {}, ...more } as Take },
  });
  const analysisOf = (one: Line, analysis: AnalysisOf): Analysis => {
    const whole: Scene = { ...base, lines: { ...base.lines, [id]: one } };
    return scheduledLines(document as Document, whole, resolveTimed(whole, 24), analysis)[0]?.analysis as Analysis;
  };
  it('is guessed without a take, and while its take was not listened to', () => {
    const guess = analysisOf(line, () => heard);
    expect(guess.words.length).toBe(inOrder(line.words).length);
    expect(analysisOf(take({}), () => undefined).words.length).toBe(guess.words.length);
    expect(analysisOf(take({ analysis: null }), () => heard).words.length).toBe(guess.words.length);
  });
  it('is that of its take, as far as the take is cut', () => {
    expect(analysisOf(take({}), () => heard)).toBe(heard);
    const cut = analysisOf(take({ from: 1.5 * S, heardFrom: 0.5 * S, length: 2 * S }), () => heard);
    expect(cut.words[0]).toMatchObject({ start: 0, end: S });
    expect(cut.length).toBe(2 * S);
    expect(analysisOf(take({ from: 1.5 * S }), () => heard)).toBe(heard);
  });
  it('is the same object for the same line, until something else is heard in it', () => {
    const one = take({ from: S, heardFrom: 0, length: 2 * S });
    const first = analysisOf(one, () => heard);
    expect(analysisOf(one, () => heard)).toBe(first);
    expect(analysisOf(line, () => undefined)).toBe(analysisOf(line, () => undefined));
    const other = analysisOf(one, () => ({ ...heard, stress: [0.2] }));
    expect(other.stress).toEqual([0.2]);
  });
});
