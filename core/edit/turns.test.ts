import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Failure } from '../document/failure.ts';
import type { Document, Line, Scene, Take } from '../document/schema.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
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

describe('gaps of a conversation', () => {
  it('are counted where they change, and those that wait for nobody are left', () => {
    const { document, scene, lines } = sample();
    const [, second, third, fourth] = lines as [string, string, string, string];
    const even = run(document, setEveryGap(scene, toTicks(0.5))).document;
    expect(run(even, setGap(scene, second, toTicks(2))).message).toBeUndefined();
    const one = run(run(even, setGap(scene, second, toTicks(2))).document, setEveryGap(scene, toTicks(0.5)));
    expect(one.message).toBe('1 gap changed. What hangs from the words came along.');
    expect(run(even, setEveryGap(scene, toTicks(0.9))).message).toBe('3 gaps changed. What hangs from the words came along.');
    expect(run(even, setEveryGap(scene, toTicks(0.5))).message).toBe('Every gap is like that already.');
    const free = run(even, (draft) => {
      const at = sceneIn(draft as Document, scene).lines;
      (at[second] as Line).aside = true;
      (at[third] as Line).pin = { to: 'scene', edge: 'start', offset: toTicks(20) };
    }).document;
    const after = run(free, setEveryGap(scene, toTicks(0.9))).document;
    expect(gaps(after, scene)).toEqual([toTicks(0.5), toTicks(20), toTicks(0.9)]);
    expect(sceneIn(after, scene).lines[fourth]?.pin.to).toBe('previous');
    // The first line waits for nobody, and a gap of nothing is one.
    expect(sceneIn(after, scene).lines[lines[0] as string]?.pin.offset).toBe(sceneIn(document, scene).lines[lines[0] as string]?.pin.offset);
    const none = run(even, setGap(scene, second, 0)).document;
    expect(gaps(run(none, breatheGaps(scene, toTicks(0.3))).document, scene)[0]).toBe(toTicks(0.3));
    expect(gaps(run(none, setEveryGap(scene, toTicks(0.3))).document, scene)[0]).toBe(toTicks(0.3));
  });
  it('a length is for beats', () => {
    const { document, scene, lines } = sample();
    expect(run(document, setBeat(scene, lines[0] as string, 5)).change).toBeUndefined();
  });
});

describe('a line that is parted', () => {
  const parted = (change: (document: Document, scene: string, line: string) => Document) => {
    const made = sample();
    const line = made.lines[0] as string;
    const before = change(made.document, made.scene, line);
    const word = wordsOf(sceneIn(before, made.scene).lines[line] as Line)[2]?.[0] as string;
    const document = run(before, splitLine(made.scene, line, word, 'ln_00000000000z', made.makeId)).document;
    const scene = sceneIn(document, made.scene);
    return { word, order: inOrder(scene.lines).map(([id]) => id), head: scene.lines[line] as Line, tail: scene.lines.ln_00000000000z as Line, lines: made.lines };
  };
  it('lies right after its first half, even if it was the last; what was said of it stays with the first', () => {
    const made = parted(
      (document, scene, line) =>
        run(document, (draft) => void Object.assign(sceneIn(draft as Document, scene).lines[line] as Line, { direction: 'softly', staging: 'She waves.' })).document,
    );
    expect(made.order.slice(0, 2)).toEqual([made.lines[0], 'ln_00000000000z']);
    expect(made.head).toMatchObject({ direction: 'softly', staging: 'She waves.' });
    expect('direction' in made.tail || 'staging' in made.tail).toBe(false);
    const { document, scene, lines, makeId } = sample();
    const last = lines.at(-1) as string;
    const word = wordsOf(sceneIn(document, scene).lines[last] as Line)[1]?.[0] as string;
    expect(inOrder(sceneIn(run(document, splitLine(scene, last, word, 'ln_00000000000z', makeId)).document, scene).lines).map(([id]) => id)).toEqual([...lines, 'ln_00000000000z']);
  });
  it('loses its draft, and a take that cannot be parted stays with the first half', () => {
    const draft = parted((document, scene, line) => recorded(document, scene, line, TAKE, { kind: 'draft' }));
    expect([draft.head.take, draft.head.takes, draft.tail.take, draft.tail.takes]).toEqual([null, {}, null, {}]);
    const beside = parted((document, scene, line) => recorded(recorded(document, scene, line, 'tk_00000000000b', { kind: 'draft' }), scene, line, TAKE));
    expect(Object.keys(beside.head.takes)).toEqual([TAKE]);
    expect(beside.head.take).toBe(TAKE);
    expect(beside.tail.takes[beside.tail.take as string]).toMatchObject({ kind: 'recorded' });
    const untimed = parted((document, scene, line) => recorded(document, scene, line, TAKE, { times: {} }));
    expect(untimed.head.takes[TAKE]?.analysis).toBe('b'.repeat(64));
    expect([untimed.tail.take, untimed.tail.takes]).toEqual([null, {}]);
    const short = parted((document, scene, line) => recorded(document, scene, line, TAKE, { length: 48_000 }));
    expect(short.head.takes[TAKE]?.length).toBe(48_000);
    expect(short.tail.takes).toEqual({});
  });
  it('uses of several takes the one that was used', () => {
    const made = parted((document, scene, line) => recorded(recorded(document, scene, line, 'tk_00000000000b', { name: 'Other' }), scene, line, TAKE));
    expect(Object.keys(made.tail.takes)).toHaveLength(2);
    expect(made.tail.takes[made.tail.take as string]?.name).toBe('Take 1');
  });
  it('whose text says other words than it has is written from its words', () => {
    const made = parted((document, scene, line) => run(document, (draft) => void ((sceneIn(draft as Document, scene).lines[line] as Line).text = 'Quite another text.')).document);
    expect(made.head.text).toBe(
      wordsOf(made.head)
        .map(([, text]) => text)
        .join(' '),
    );
    expect(made.tail.text).toBe(
      wordsOf(made.tail)
        .map(([, text]) => text)
        .join(' '),
    );
  });
  it('is one that is there', () => {
    const { document, scene, lines, makeId } = sample();
    expect(() => run(document, splitLine(scene, lines[0] as string, 'wd_000000000000', 'ln_00000000000z', makeId))).toThrow(
      new Failure('no-split', 'A line is parted between two words. Choose a word after the first.'),
    );
  });
});

describe('two lines joined', () => {
  const B = 'tk_00000000000b';
  /** The first two lines as one speaker's, with these takes. */
  const two = (a?: Partial<Take>, b?: Partial<Take>) => {
    const made = sample();
    const [one, other] = made.lines as [string, string];
    let document = run(made.document, (draft) => {
      const { lines } = sceneIn(draft as Document, made.scene);
      (lines[other] as Line).role = (lines[one] as Line).role;
    }).document;
    if (a) document = recorded(document, made.scene, one, TAKE, a);
    if (b) document = recorded(document, made.scene, other, B, b);
    return { ...made, document, one, other, joined: () => run(document, joinLines(made.scene, one, made.makeId)) };
  };
  const lineIn = ({ document }: { document: Document }, scene: string, line: string): Line => sceneIn(document, scene).lines[line] as Line;
  const apart = 'The two were recorded apart: the joined line speaks with its draft voice until you record it.';
  it('are one recording where they lie in one, in order', () => {
    const made = two({ from: 0 }, { from: 200_000 });
    const after = made.joined();
    const line = lineIn(after, made.scene, made.one);
    const take = line.takes[line.take as string] as Take;
    expect(after.message).toBeUndefined();
    const second = lineIn(made, made.scene, made.other).takes[B] as Take;
    expect(take).toMatchObject({ from: 0, length: 200_000 + second.length, analysis: null });
    const word = wordsOf(lineIn(made, made.scene, made.other))[0]?.[0] as string;
    expect(take.times[word]?.start).toBe(200_000 + (second.times[word]?.start as number));
    expect(take.times[word]?.end).toBe(200_000 + (second.times[word]?.end as number));
    expect(line.text).toBe(`${lineIn(made, made.scene, made.one).text} ${lineIn(made, made.scene, made.other).text}`);
    const same = two({ from: 5 }, { from: 5 });
    expect(lineIn(same.joined(), same.scene, same.one).take).not.toBeNull();
  });
  it('that were recorded apart have no take, and say so; drafts go without a word', () => {
    for (const made of [
      two({}, { media: 'd'.repeat(64) }),
      two({ from: 96_000 }, { from: 0 }),
      two({}),
      two(undefined, {}),
      two({}, { kind: 'draft', media: 'd'.repeat(64) }),
      two({ kind: 'draft' }, {}),
    ]) {
      const after = made.joined();
      expect(after.message).toBe(apart);
      expect(lineIn(after, made.scene, made.one)).toMatchObject({ take: null, takes: {} });
    }
    for (const made of [two(), two({ kind: 'draft' }), two({ kind: 'draft' }, { kind: 'draft' }), two(undefined, { kind: 'draft' })]) {
      const after = made.joined();
      expect(after.message).toBeUndefined();
      expect(lineIn(after, made.scene, made.one)).toMatchObject({ take: null, takes: {} });
    }
  });
  it('take over what hung from the second one, and nothing else', () => {
    const made = two();
    const [layer] = Object.keys(sceneIn(made.document, made.scene).layers) as [string];
    const hang = (id: string, line: string) => hangCue(made.scene, id, { ...gestureOn(layer, ''), start: { to: 'line', line, edge: 'start', offset: 7 } } as never);
    const hung = run(run(made.document, hang('cu_000000000001', made.other)).document, hang('cu_000000000002', made.lines[2] as string)).document;
    const { cues } = sceneIn(run(hung, joinLines(made.scene, made.one, made.makeId)).document, made.scene);
    expect(cues.cu_000000000001?.start).toEqual({ to: 'line', line: made.one, edge: 'start', offset: 7 });
    expect(cues.cu_000000000002?.start).toMatchObject({ line: made.lines[2] });
  });
  it('are two lines of one speaker', () => {
    const { document, scene, lines, makeId } = sample();
    const [one, other] = lines as [string, string];
    const speakers = new Failure('no-join', 'Only two lines of one speaker can be joined. Give both to the same speaker first.');
    expect(() => run(document, joinLines(scene, one, makeId))).toThrow(speakers);
    expect(() => run(document, joinLines(scene, lines.at(-1) as string, makeId))).toThrow(new Failure('no-join', 'There is no line after this one to join it with.'));
    expect(() => run(document, joinLines(scene, 'ln_000000000000', makeId))).toThrow(/no line after this one/);
    for (const beat of [one, other]) {
      const made = two();
      const silent = run(
        made.document,
        (draft) => void Object.assign(sceneIn(draft as Document, made.scene).lines[beat === one ? made.one : made.other] as Line, { kind: 'beat' }),
      ).document;
      expect(() => run(silent, joinLines(made.scene, made.one, makeId))).toThrow(speakers);
    }
  });
});
