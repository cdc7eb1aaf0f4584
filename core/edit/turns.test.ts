import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document, Line, Scene, Take } from '../document/schema.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { hangCue } from './commands/cues.ts';
import { addTake, setGap, setLineText } from './commands/lines.ts';
import { renameTake, setCleaned, setGain, setWordTimes, trimTake } from './commands/takes.ts';
import { breatheGaps, joinLines, setBeat, setEveryGap, splitLine, tightenGaps } from './commands/turns.ts';

const sample = () => {
  const made = sampleDocument();
  const lines = inOrder((made.document.scenes[made.scene] as Scene).lines).map(([id]) => id);
  return { ...made, lines };
};
const run = (document: Document, recipe: Recipe) => edit(document, 'x', 'cg_000000000001', recipe);
const sceneIn = (document: Document, id: string): Scene => document.scenes[id] as Scene;
const gaps = (document: Document, scene: string): number[] =>
  inOrder(sceneIn(document, scene).lines)
    .slice(1)
    .map(([, { pin }]) => pin.offset);
const wordsOf = (line: Line): [string, string][] => inOrder(line.words).map(([id, { text }]) => [id, text]);

/** A recording on a line, its words evenly over it. */
function recorded(document: Document, scene: string, line: string, take: string, changes: Partial<Take> = {}): Document {
  const words = inOrder(sceneIn(document, scene).lines[line]?.words ?? {});
  const length = words.length * 24_000;
  const times = Object.fromEntries(words.map(([id], n) => [id, { start: n * 24_000, end: (n + 1) * 24_000 - 2400 }]));
  return run(
    document,
    addTake(scene, line, take, { order: 'a0', name: 'Take 1', kind: 'recorded', media: 'a'.repeat(64), analysis: 'b'.repeat(64), from: 48_000, length, times, ...changes }),
  ).document;
}
const TAKE = 'tk_00000000000a';

describe('all gaps at once', () => {
  it('are set, tightened or let breathe; overlaps on purpose stay; what fits already is left', () => {
    const { document, scene, lines } = sample();
    let now = run(document, setGap(scene, lines[1] as string, toTicks(1.5))).document;
    now = run(now, setGap(scene, lines[2] as string, -toTicks(0.4))).document;
    now = run(now, setGap(scene, lines[3] as string, toTicks(0.1))).document;
    expect(gaps(run(now, setEveryGap(scene, toTicks(0.5))).document, scene)).toEqual([toTicks(0.5), -toTicks(0.4), toTicks(0.5)]);
    expect(gaps(run(now, tightenGaps(scene, toTicks(0.6))).document, scene)).toEqual([toTicks(0.6), -toTicks(0.4), toTicks(0.1)]);
    expect(gaps(run(now, breatheGaps(scene, toTicks(0.2))).document, scene)).toEqual([toTicks(1.5), -toTicks(0.4), toTicks(0.2)]);
    expect(run(now, tightenGaps(scene, toTicks(9))).message).toMatch(/already/);
  });
  it('move everything that hangs from the words along', () => {
    const { document, scene, lines, makeId } = sample();
    const last = sceneIn(document, scene).lines[lines[3] as string] as Line;
    const word = wordsOf(last)[0]?.[0] as string;
    const hung = run(
      document,
      hangCue(scene, makeId('cue'), { kind: 'caption', order: 'a0', text: 'Look up', start: { to: 'word', word, edge: 'start', offset: 0 }, end: { ticks: 4800 } }),
    ).document;
    const at = (one: Document): [number, number] => {
      const resolved = sceneSchedule(one, sceneIn(one, scene), () => undefined).resolved;
      return [[...resolved.cues.values()][0]?.start as number, resolved.words.get(word)?.start as number];
    };
    const wide = run(hung, setEveryGap(scene, toTicks(2))).document;
    expect(at(wide)[0]).toBe(at(wide)[1]);
    expect(at(wide)[0]).toBeGreaterThan(at(hung)[0] + toTicks(3));
  });
});

describe('a line that is split', () => {
  it('keeps every word, its id and its time in the recording', () => {
    const { document, scene, lines, makeId } = sample();
    const id = lines[2] as string;
    const now = recorded(document, scene, id, TAKE);
    const before = wordsOf(sceneIn(now, scene).lines[id] as Line);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: before.length - 1 }), (at) => {
        const other = 'ln_00000000000z';
        const done = run(now, splitLine(scene, id, before[at]?.[0] as string, other, makeId)).document;
        const [a, b] = [sceneIn(done, scene).lines[id] as Line, sceneIn(done, scene).lines[other] as Line];
        expect([...wordsOf(a), ...wordsOf(b)]).toEqual(before);
        expect(`${a.text} ${b.text}`).toBe(before.map(([, text]) => text).join(' '));
        const [first, second] = [Object.values(a.takes)[0] as Take, Object.values(b.takes)[0] as Take];
        expect(first.from + first.length).toBe(second.from);
        expect(first.length + second.length).toBe(before.length * 24_000);
        for (const [word, index] of before.map(([word], index) => [word, index] as const)) {
          const [take, line] = index < at ? [first, a] : [second, b];
          expect(take.from + (take.times[word]?.start as number)).toBe(48_000 + index * 24_000);
          expect(line.words[word]).toBeDefined();
        }
        expect(b.take).not.toBeNull();
        const order = inOrder(sceneIn(done, scene).lines).map(([key]) => key);
        expect(order.indexOf(other)).toBe(order.indexOf(id) + 1);
      }),
    );
  });
  it('keeps its emphasis on both sides', () => {
    const { document, scene, lines, makeId } = sample();
    const id = lines[0] as string;
    const marked = run(document, setLineText(scene, id, 'The *sea* goes out by *night, and* comes back.', makeId)).document;
    const words = wordsOf(sceneIn(marked, scene).lines[id] as Line);
    const split = run(marked, splitLine(scene, id, words[6]?.[0] as string, 'ln_00000000000z', makeId)).document;
    expect(sceneIn(split, scene).lines[id]?.text).toBe('The *sea* goes out by *night*,');
    expect(sceneIn(split, scene).lines.ln_00000000000z?.text).toBe('*and* comes back.');
  });
  it('before its first word is refused', () => {
    const { document, scene, lines, makeId } = sample();
    const line = sceneIn(document, scene).lines[lines[0] as string] as Line;
    expect(() => run(document, splitLine(scene, lines[0] as string, wordsOf(line)[0]?.[0] as string, 'ln_00000000000z', makeId))).toThrow(/after the first/);
  });
});

describe('two lines that are joined', () => {
  it('give back the line and the take that was split', () => {
    const { document, scene, lines, makeId } = sample();
    const id = lines[2] as string;
    const now = recorded(document, scene, id, TAKE);
    const before = sceneIn(now, scene).lines[id] as Line;
    const split = run(now, splitLine(scene, id, wordsOf(before)[2]?.[0] as string, 'ln_00000000000z', makeId)).document;
    const joined = run(split, joinLines(scene, id, makeId)).document;
    const line = sceneIn(joined, scene).lines[id] as Line;
    expect(wordsOf(line)).toEqual(wordsOf(before));
    expect(sceneIn(joined, scene).lines.ln_00000000000z).toBeUndefined();
    expect(line.takes[line.take ?? '']).toMatchObject({ media: 'a'.repeat(64), from: 48_000, length: wordsOf(before).length * 24_000 });
    expect(line.takes[line.take ?? '']?.times).toEqual(before.takes[TAKE]?.times);
  });
  it('of different speakers, or the last one, are refused with what to do', () => {
    const { document, scene, lines, makeId } = sample();
    expect(() => run(document, joinLines(scene, lines[0] as string, makeId))).toThrow(/same speaker first/);
    expect(() => run(document, joinLines(scene, lines[3] as string, makeId))).toThrow(/no line after/);
  });
});

describe('a take', () => {
  const made = () => {
    const start = sample();
    const id = start.lines[1] as string;
    return { ...start, id, document: recorded(start.document, start.scene, id, TAKE) };
  };
  const takeIn = (document: Document, scene: string, id: string): Take => sceneIn(document, scene).lines[id]?.takes[TAKE] as Take;
  it('that is trimmed keeps each word where it is in the sound, and can be widened again', () => {
    const { document, scene, id } = made();
    const before = takeIn(document, scene, id);
    const trimmed = run(document, trimTake(scene, id, TAKE, before.from + 3000, before.from + before.length - 3000)).document;
    const now = takeIn(trimmed, scene, id);
    for (const [word, time] of Object.entries(now.times)) expect(now.from + time.start).toBe(before.from + Math.max(3000, before.times[word]?.start as number));
    expect(now.heardFrom).toBe(before.from);
    expect(() => run(document, trimTake(scene, id, TAKE, 10, 20))).toThrow(/too little/);
  });
  it('is named, levelled, cleaned and given back as it was', () => {
    const { document, scene, id } = made();
    expect(takeIn(run(document, renameTake(scene, id, TAKE, 'The loud one')).document, scene, id).name).toBe('The loud one');
    const loud = run(document, setGain(scene, [{ line: id, take: TAKE, gainDb: 3.456 }])).document;
    expect(takeIn(loud, scene, id).gainDb).toBe(3.5);
    expect(takeIn(run(loud, setGain(scene, [{ line: id, take: TAKE, gainDb: 0 }])).document, scene, id).gainDb).toBeUndefined();
    const clean = run(document, setCleaned(scene, id, TAKE, ['noise'], 'c'.repeat(64))).document;
    expect(takeIn(clean, scene, id)).toMatchObject({ media: 'c'.repeat(64), cleaned: { steps: ['noise'], media: 'a'.repeat(64) } });
    const more = run(clean, setCleaned(scene, id, TAKE, ['rumble', 'noise'], 'd'.repeat(64))).document;
    expect(takeIn(more, scene, id).cleaned?.media).toBe('a'.repeat(64));
    expect(takeIn(run(more, setCleaned(scene, id, TAKE, [], 'a'.repeat(64))).document, scene, id)).toEqual(takeIn(document, scene, id));
  });
  it('has its words re-timed by hand, never outside of it', () => {
    const { document, scene, id } = made();
    const word = Object.keys(takeIn(document, scene, id).times)[0] as string;
    const now = run(document, setWordTimes(scene, id, TAKE, { [word]: { start: -500, end: 9000 } })).document;
    expect(takeIn(now, scene, id).times[word]).toEqual({ start: 0, end: 9000 });
    expect(() => run(document, setWordTimes(scene, id, TAKE, { [word]: { start: 9000, end: 8000 } }))).toThrow(/ends after it begins/);
  });
  it('replaced by another of another length leaves every cue on its word', () => {
    const { document, scene, id, makeId } = made();
    const words = wordsOf(sceneIn(document, scene).lines[id] as Line);
    let now = document;
    for (const [word] of words)
      now = run(
        now,
        hangCue(scene, makeId('cue'), { kind: 'caption', order: 'a0', text: 'x', start: { to: 'word', word, edge: 'start', offset: 0 }, end: { ticks: 10 } }),
      ).document;
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 3, noNaN: true }), (slower) => {
        const times = Object.fromEntries(words.map(([word], n) => [word, { start: Math.round(n * 24_000 * slower), end: Math.round((n + 0.9) * 24_000 * slower) }]));
        const retake: Take = {
          order: 'a1',
          name: 'Take 2',
          kind: 'recorded',
          media: 'e'.repeat(64),
          analysis: null,
          from: 0,
          length: Math.round(words.length * 24_000 * slower),
          times,
        };
        const done = run(now, addTake(scene, id, 'tk_00000000000b', retake)).document;
        const { cues, words: placed } = sceneSchedule(done, sceneIn(done, scene), () => undefined).resolved;
        for (const [cueId, cue] of Object.entries(sceneIn(done, scene).cues)) expect(cues.get(cueId)?.start).toBe(placed.get((cue.start as { word: string }).word)?.start);
      }),
      { numRuns: 30 },
    );
  });
  it('a beat has a length of its own', () => {
    const { document, scene, lines } = sample();
    const beat = run(document, (draft) => {
      Object.assign(draft.scenes[scene]?.lines[lines[1] as string] as Line, { kind: 'beat', beat: 100 });
    }).document;
    expect(sceneIn(run(beat, setBeat(scene, lines[1] as string, 4321.4)).document, scene).lines[lines[1] as string]?.beat).toBe(4321);
  });
});
