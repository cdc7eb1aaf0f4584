import { describe, expect, it } from 'vitest';
import type { MouthShape } from '../document/schema.ts';
import { blendMouth, MOUTH_CHART, type MouthNumbers } from '../figure/mouth.ts';
import type { Analysis } from '../speech/analysis.ts';
import { estimateSpeech } from '../speech/estimate.ts';
import { smooth } from '../time/easing.ts';
import { ticksPerFrame, toTicks } from '../time/ticks.ts';
import { blendOf, type MouthTrack, mouthAt, mouthTrack } from './mouths.ts';

const FRAME = ticksPerFrame(24);
/** Lips come so much early. */
const LEAD = toTicks(0.03);
type Shaped = readonly [shape: MouthShape, start: number, end: number];
const heard = (...mouth: readonly Shaped[]): Analysis => ({ ...estimateSpeech(['word']), mouth: mouth.map(([shape, start, end]) => ({ shape, start, end })) });
const line = (at: number, length: number, ...mouth: readonly Shaped[]) => ({ at, length, analysis: heard(...mouth) });
const shaped = ({ starts, ends, shapes }: MouthTrack): Shaped[] => shapes.map((shape, n) => [shape, starts[n] as number, ends[n] as number]);
const AT = 5 * FRAME;
const track = (...mouth: readonly Shaped[]): Shaped[] => shaped(mouthTrack([line(AT, 20 * FRAME, ...mouth)], [], 24));

describe('the mouth of who speaks', () => {
  it('has the shapes of its lines, each from the start of its line, in order of time', () => {
    expect(track(['wide', 0, 3000], ['round', 3000, 7000])).toEqual([
      ['wide', AT, AT + 3000],
      ['round', AT + 3000, AT + 7000],
    ]);
    const two = mouthTrack([line(90_000, 9000, ['round', 0, 3000]), line(10_000, 9000, ['wide', 0, 3000])], [], 24);
    expect(shaped(two)).toEqual([
      ['wide', 10_000, 13_000],
      ['round', 90_000, 93_000],
    ]);
  });
  it('ends with its line: what begins later is not said, what lasts longer is cut', () => {
    const length = 20 * FRAME;
    expect(track(['wide', length - 1000, length + 5000], ['round', length, length + 4000])).toEqual([['wide', AT + length - 1000, AT + length]]);
  });
  it('closes early, from the start of a frame, and takes that from what comes before', () => {
    const early = Math.floor((AT + 3 * FRAME - LEAD) / FRAME) * FRAME;
    for (const lips of ['closed', 'bite'] as const)
      expect(track(['wide', 0, 3 * FRAME], [lips, 3 * FRAME, 4 * FRAME], ['round', 4 * FRAME, 6 * FRAME])).toEqual([
        ['wide', AT, early],
        [lips, early, AT + 4 * FRAME],
        ['round', AT + 4 * FRAME, AT + 6 * FRAME],
      ]);
    // What began no earlier than that has no time left.
    expect(track(['wide', 2 * FRAME, 2 * FRAME + 200], ['mid', 2 * FRAME + 200, 3 * FRAME], ['closed', 3 * FRAME, 4 * FRAME])).toEqual([
      ['closed', AT + 2 * FRAME, AT + 4 * FRAME],
    ]);
    // Nothing is before the film.
    expect(shaped(mouthTrack([line(0, 9000, ['closed', 0, 4000])], [], 24))).toEqual([['closed', 0, 4000]]);
  });
  it('stays closed for a whole frame at least, and the next shape waits for it', () => {
    const start = 3 * FRAME + LEAD;
    expect(track(['closed', start, start + 60], ['wide', start + 60, start + 4000])).toEqual([
      ['closed', AT + 3 * FRAME, AT + 4 * FRAME],
      ['wide', AT + 4 * FRAME, AT + start + 4000],
    ]);
  });
  it('closes once for two closures in a row, and for each of two kinds for a whole frame', () => {
    expect(track(['closed', 3 * FRAME, 4 * FRAME], ['closed', 4 * FRAME, 6 * FRAME])).toEqual([['closed', AT + 2 * FRAME, AT + 6 * FRAME]]);
    expect(track(['bite', 3 * FRAME, 6 * FRAME], ['bite', 4 * FRAME, 5 * FRAME])).toEqual([['bite', AT + 2 * FRAME, AT + 6 * FRAME]]);
    expect(track(['closed', 3 * FRAME, 4 * FRAME + 10], ['bite', 4 * FRAME + 10, 4 * FRAME + 500])).toEqual([
      ['closed', AT + 2 * FRAME, AT + 5 * FRAME],
      ['bite', AT + 5 * FRAME, AT + 6 * FRAME],
    ]);
    expect(track(['bite', 3 * FRAME, 4 * FRAME], ['closed', 4 * FRAME, 9 * FRAME])).toEqual([
      ['bite', AT + 2 * FRAME, AT + 4 * FRAME],
      ['closed', AT + 4 * FRAME, AT + 9 * FRAME],
    ]);
    // Apart, both are there.
    expect(track(['closed', 3 * FRAME, 4 * FRAME], ['closed', 8 * FRAME, 9 * FRAME]).map(([, start]) => start)).toEqual([AT + 2 * FRAME, AT + 7 * FRAME]);
  });
  it('gives way to a shape that is set by hand, and goes on after it', () => {
    const set = (start: number, end: number): Shaped[] =>
      shaped(mouthTrack([line(AT, 20 * FRAME, ['wide', 0, 8000], ['round', 8000, 12_000])], [{ start: AT + start, end: AT + end, shape: 'pucker' }], 24));
    expect(set(2000, 5000)).toEqual([
      ['wide', AT, AT + 2000],
      ['pucker', AT + 2000, AT + 5000],
      ['wide', AT + 5000, AT + 8000],
      ['round', AT + 8000, AT + 12_000],
    ]);
    expect(set(0, 8000)).toEqual([
      ['pucker', AT, AT + 8000],
      ['round', AT + 8000, AT + 12_000],
    ]);
    expect(set(6000, 9000)).toEqual([
      ['wide', AT, AT + 6000],
      ['pucker', AT + 6000, AT + 9000],
      ['round', AT + 9000, AT + 12_000],
    ]);
    expect(set(12_000, 14_000)).toHaveLength(3);
    const { loud, shapes } = mouthTrack([line(AT, 20 * FRAME, ['wide', 0, 8000])], [{ start: AT, end: AT + 10, shape: 'pucker' }], 24);
    expect(loud[shapes.indexOf('pucker')]).toBe(1);
  });
});

/** A wide mouth for 10,000 ticks, then a round one as long, said softly; a silence; lips that close. */
const SAID: MouthTrack = { starts: [10_000, 20_000, 40_000], ends: [20_000, 30_000, 50_000], shapes: ['wide', 'round', 'closed'], loud: [1, 0, 1] };
const open = (shape: MouthShape, by: number): MouthNumbers => blendMouth(MOUTH_CHART[shape], MOUTH_CHART[shape], 0, by);
const [WIDE, ROUND, REST, CLOSED] = [open('wide', 1.07), open('round', 0.42), open('rest', 1), open('closed', 1)];
const same = (one: MouthNumbers, other: MouthNumbers): void => {
  for (const [key, value] of Object.entries(other)) expect(one[key as keyof MouthNumbers], key).toBeCloseTo(value, 9);
};
const HALF = toTicks(0.025);

describe('the mouth at a moment', () => {
  it('is the shape as wide as the sound is loud, within limits, and at rest where nothing is said', () => {
    same(mouthAt(SAID, 15_000), WIDE);
    same(mouthAt(SAID, 25_000), ROUND);
    same(mouthAt({ ...SAID, loud: [9, 0, 1] }, 15_000), open('wide', 1.22));
    same(mouthAt({ ...SAID, loud: [0.5, 0, 1] }, 15_000), open('wide', 0.71));
    for (const tick of [0, 5000, 35_000, 55_000, 90_000]) same(mouthAt(SAID, tick), REST);
    same(mouthAt({ starts: [], ends: [], shapes: [], loud: [] }, 5), REST);
  });
  it('opens wider by the role and by the layer, but for lips that close', () => {
    same(mouthAt(SAID, 15_000, 1.5), open('wide', 1.07 * 1.5));
    same(mouthAt({ ...SAID, open: 0.5 }, 15_000, 1.5), open('wide', 1.07 * 0.75));
    same(mouthAt(SAID, 25_000, 0.5), open('round', 0.21));
    // Lips that close, bite or rest do not follow the loudness.
    for (const shape of ['closed', 'bite', 'rest'] as const) same(mouthAt({ ...SAID, shapes: ['wide', 'round', shape], loud: [1, 0, 0.1] }, 45_000), open(shape, 1));
  });
  it('goes over from shape to shape about their border, half before and half after', () => {
    const between = (tick: number, from: MouthNumbers, to: MouthNumbers, share: number): void => same(mouthAt(SAID, tick), blendMouth(from, to, smooth(share)));
    between(20_000, WIDE, ROUND, 0.5);
    between(20_000 - HALF / 2, WIDE, ROUND, 0.25);
    between(20_000 + HALF / 2, WIDE, ROUND, 0.75);
    same(mouthAt(SAID, 20_000 - HALF), WIDE);
    same(mouthAt(SAID, 20_000 + HALF), ROUND);
    // Out of rest and back to it.
    between(10_000, REST, WIDE, 0.5);
    between(10_000 - HALF / 2, REST, WIDE, 0.25);
    between(10_000 + HALF / 2, REST, WIDE, 0.75);
    between(30_000 - HALF / 2, ROUND, REST, 0.25);
    between(30_000, ROUND, REST, 0.5);
    between(30_000 + HALF / 2, ROUND, REST, 0.75);
    between(50_000 + HALF / 2, CLOSED, REST, 0.75);
  });
  it('of lips is whole from their first moment to their last', () => {
    for (const shape of ['closed', 'bite'] as const) {
      const lips: MouthTrack = { ...SAID, shapes: ['wide', 'round', shape] };
      for (const tick of [40_000, 40_001, 45_000, 49_999]) same(mouthAt(lips, tick), open(shape, 1));
      same(mouthAt(lips, 40_000 - HALF / 2), blendMouth(REST, open(shape, 1), smooth(0.25)));
    }
  });
  it('takes a shorter way over through a short shape, and a longer one where the role is soft', () => {
    const short: MouthTrack = { starts: [10_000, 10_800], ends: [10_800, 30_000], shapes: ['wide', 'round'], loud: [1, 0] };
    same(mouthAt(short, 10_400), WIDE);
    same(mouthAt(short, 10_200), blendMouth(REST, WIDE, smooth(0.75)));
    const soft: MouthTrack = { ...SAID, blend: 4 * HALF };
    same(mouthAt(soft, 20_000 + HALF), blendMouth(WIDE, ROUND, smooth(0.75)));
    expect([blendOf(0), blendOf(1), blendOf(-1)]).toEqual([2 * HALF, HALF, 4 * HALF]);
  });
  it('comes from rest where a silence lies between two shapes', () => {
    const apart: MouthTrack = { starts: [10_000, 20_001], ends: [20_000, 30_000], shapes: ['wide', 'round'], loud: [1, 0] };
    same(mouthAt(apart, 20_001 + HALF / 2), blendMouth(REST, ROUND, smooth(0.75)));
    same(mouthAt(apart, 20_000 - HALF / 2), blendMouth(WIDE, REST, smooth(0.25)));
  });
});
