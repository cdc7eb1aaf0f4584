import { describe, expect, it } from 'vitest';
import type { Document, Line, Scene, Take } from '../document/schema.ts';
import { readScript } from '../formats/script/read.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { refusalOf } from '../testing/refused.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { hangCue } from './commands/cues.ts';
import {
  addTake,
  chooseTake,
  deleteLines,
  giveLine,
  insertBeat,
  insertLine,
  moveLine,
  pinLine,
  removeTake,
  setAnalysis,
  setAside,
  setDirection,
  setGap,
  setLeadAndTail,
  setLineText,
  USUAL_GAP,
} from './commands/lines.ts';
import { insertScript } from './commands/script.ts';

const { document, scene, makeId } = sampleDocument();
const sceneIn = (of: Document): Scene => of.scenes[scene] as Scene;
const linesIn = (of: Document): [string, Line][] => inOrder(sceneIn(of).lines);
const ids = linesIn(document).map(([id]) => id) as [string, string, string, string];
const lineIn = (of: Document, id: string): Line => sceneIn(of).lines[id] as Line;
const [marit, tully] = inOrder(document.production.roles).map(([id]) => id) as [string, string];
const run = (recipe: Recipe, on = document) => edit(on, 'x', 'cg_000000000001', recipe);
const all = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => run(recipe, now).document, document);
const said = (of: Document): string[] => linesIn(of).map(([, { text }]) => text);
const texts = said(document);
const gaps = (of: Document): unknown[] => linesIn(of).map(([, { pin }]) => pin);
const previous = (offset: number) => ({ to: 'previous', offset });
const starts = (of: Document): number[] => {
  const { lines } = resolveScene(sceneIn(of), (_, line) => lineTiming(line), of.production.fps);
  return linesIn(of).map(([id]) => lines.get(id)?.start as number);
};
const refused = (recipe: Recipe, on = document): [string, string] => refusalOf(() => run(recipe, on));
const NEW = 'ln_00000000000a';

describe('a new line', () => {
  it('stands where it was put: first, between two, last', () => {
    const put = (after: string | null): string[] => said(all(insertLine(scene, NEW, marit, 'New.', after, makeId)));
    expect(put(null)).toEqual(['New.', ...texts]);
    expect(put(ids[0])).toEqual([texts[0], 'New.', ...texts.slice(1)]);
    expect(put(ids[3])).toEqual([...texts, 'New.']);
  });
  it('comes at once if it is first, a breath after one’s own and a turn’s gap after another’s', () => {
    const gap = (role: string, after: string | null): number => {
      const { pin } = lineIn(all(insertLine(scene, NEW, role, 'New.', after, makeId)), NEW);
      return pin.to === 'previous' ? pin.offset : Number.NaN;
    };
    expect(gap(marit, null)).toBe(0);
    expect(gap(marit, ids[1])).toBe(USUAL_GAP);
    const own = gap(tully, ids[1]);
    expect(own).not.toBe(USUAL_GAP);
    expect(own).toBeGreaterThan(0);
  });
  it('may be a beat without words', () => {
    const put = (after: string | null): [string, Line][] => linesIn(all(insertBeat(scene, NEW, toTicks(0.7), after)));
    expect(put(null)[0]).toEqual([NEW, { ...lineIn(all(insertBeat(scene, NEW, toTicks(0.7), null)), NEW) }]);
    expect(put(ids[1]).map(([id]) => id)).toEqual([ids[0], ids[1], NEW, ids[2], ids[3]]);
    expect(put(ids[3]).at(-1)?.[1]).toMatchObject({
      kind: 'beat',
      role: null,
      text: '',
      words: {},
      beat: toTicks(0.7),
      pin: previous(0),
      take: null,
      takes: {},
      aside: false,
      offStage: false,
    });
  });
  it('is of a scene that is there', () => {
    expect(refused(insertLine('sc_000000000000', NEW, marit, 'x', null, makeId))).toEqual(['no-scene', 'That scene is gone. Open another one.']);
    expect(refused(setGap(scene, NEW, 0))).toEqual(['no-line', 'That line is gone. Choose another one.']);
  });
});

describe('a script', () => {
  const script = readScript('MARIT: (softly; smiling) One.\nTULLY: Two.\nTULLY: Three.\n');
  const roles = { Marit: marit, Tully: tully };
  it('is laid in at the end, with the gaps of a conversation', () => {
    const now = all(insertScript(scene, script, roles, makeId));
    expect(said(now)).toEqual([...texts, 'One.', 'Two.', 'Three.']);
    const added = linesIn(now)
      .slice(-3)
      .map(([, line]) => line);
    expect(added.map(({ role }) => role)).toEqual([marit, tully, tully]);
    const [one, two, three] = added.map(({ pin }) => (pin.to === 'previous' ? pin.offset : Number.NaN)) as [number, number, number];
    expect([one, two]).toEqual([USUAL_GAP, USUAL_GAP]);
    expect(three).toBe(toTicks(0.45));
    expect(three).toBeGreaterThan(0);
    expect(added[0]?.direction).toContain('softly');
    expect('direction' in (added[1] as Line)).toBe(false);
    expect('staging' in (added[0] as Line)).toBe(false);
    expect(added.map(({ offStage }) => offStage)).toEqual([false, false, false]);
  });
  it('is laid in after a line, or into an empty scene, where the first line comes at once', () => {
    const after = all(insertScript(scene, script, roles, makeId, ids[0]));
    expect(said(after)).toEqual([texts[0], 'One.', 'Two.', 'Three.', ...texts.slice(1)]);
    const empty = all(deleteLines(scene, ids), insertScript(scene, script, roles, makeId));
    expect(said(empty)).toEqual(['One.', 'Two.', 'Three.']);
    expect(gaps(empty).slice(0, 2)).toEqual([previous(0), previous(USUAL_GAP)]);
  });
  it('keeps what it says of a line: how, what happens, from where, and at once with the one before', () => {
    const line = { speaker: 'Marit', text: 'Now!', directions: ['loud', 'quick'], staging: 'She runs.', offStage: true, together: true };
    const [a, b] = linesIn(all(deleteLines(scene, ids), insertScript(scene, { lines: [line, line] as never }, roles, makeId))).map(([, one]) => one) as [Line, Line];
    expect(a).toMatchObject({ direction: 'loud; quick', staging: 'She runs.', offStage: true, pin: previous(0) });
    expect(b.pin).toEqual(previous(-toTicks(0.6)));
    const last = linesIn(all(insertScript(scene, { lines: [line] as never }, roles, makeId))).at(-1)?.[1];
    expect(last?.pin).toEqual(previous(-toTicks(0.6)));
  });
});

describe('a line', () => {
  it('has new words, keeps those that stay, and says how many cues moved', () => {
    const words = inOrder(lineIn(document, ids[0]).words).map(([id]) => id);
    const [layer] = Object.keys(sceneIn(document).layers) as [string];
    const hung = (...at: number[]): Document => all(...at.map((n, k) => hangCue(scene, `cu_00000000000${k}`, gestureOn(layer, words[n] as string))));
    const last = words.length - 1;
    const shorter = lineIn(document, ids[0]).text.split(' ').slice(0, -1).join(' ');
    const one = run(setLineText(scene, ids[0], shorter, makeId), hung(last));
    expect(one.message).toBe('1 cue moved to the nearest word.');
    expect(sceneIn(one.document).cues.cu_000000000000?.start).toMatchObject({ to: 'word', word: words[last - 1] });
    expect(inOrder(lineIn(one.document, ids[0]).words).map(([id]) => id)).toEqual(words.slice(0, -1));
    expect(run(setLineText(scene, ids[0], shorter, makeId), hung(last, last)).message).toBe('2 cues moved to the nearest word.');
    expect(run(setLineText(scene, ids[0], shorter, makeId), hung(0)).message).toBeUndefined();
    expect(run(setLineText(scene, ids[0], lineIn(document, ids[0]).text, makeId)).change).toBeUndefined();
  });
  it('loses the times of words that go, in every take', () => {
    const words = inOrder(lineIn(document, ids[0]).words).map(([id]) => id);
    const times = Object.fromEntries(words.map((id, n) => [id, { start: n * 100, end: n * 100 + 50 }]));
    const take: Take = { order: 'a0', name: 'Take 1', kind: 'recorded', media: 'a'.repeat(64), analysis: null, from: 0, length: 50_000, times };
    const now = run(setLineText(scene, ids[0], lineIn(document, ids[0]).text.split(' ').slice(1).join(' '), makeId), all(addTake(scene, ids[0], 'tk_00000000000a', take))).document;
    expect(Object.keys(lineIn(now, ids[0]).takes.tk_00000000000a?.times ?? {})).toEqual(words.slice(1));
  });
  it('says how it is spoken and what happens before it, or nothing', () => {
    const now = all(setDirection(scene, ids[0], { direction: ' softly ', staging: 'She waves.' }));
    expect(lineIn(now, ids[0])).toMatchObject({ direction: 'softly', staging: 'She waves.' });
    const less = run(setDirection(scene, ids[0], { direction: '  ' }), now).document;
    expect('direction' in lineIn(less, ids[0])).toBe(false);
    expect(lineIn(less, ids[0]).staging).toBe('She waves.');
  });
  it('is given to another speaker, who is there', () => {
    expect(lineIn(all(giveLine(scene, ids[0], tully)), ids[0]).role).toBe(tully);
    expect(refused(giveLine(scene, ids[0], 'ro_000000000000'))).toEqual(['no-role', 'That speaker is gone. Choose another one.']);
  });
  it('hangs from another place, stands aside, and the scene has its breath', () => {
    const pin = { to: 'scene', edge: 'start', offset: 900 } as const;
    expect(lineIn(all(pinLine(scene, ids[2], pin)), ids[2]).pin).toEqual(pin);
    expect(lineIn(all(setAside(scene, ids[2], { aside: true })), ids[2])).toMatchObject({ aside: true, offStage: false });
    expect(sceneIn(all(setLeadAndTail(scene, -5, 900)))).toMatchObject({ lead: 0, tail: 900 });
    expect(sceneIn(all(setLeadAndTail(scene, 900, -5)))).toMatchObject({ lead: 900, tail: 0 });
  });
});

describe('a line that is moved', () => {
  it('to another place has the gap of a turn, and so has the one that follows it now', () => {
    const tight = all(setGap(scene, ids[2], 100), setGap(scene, ids[3], toTicks(2)));
    const now = run(moveLine(scene, ids[3], 0, { after: ids[1] }), tight).document;
    expect(said(now)).toEqual([texts[0], texts[1], texts[3], texts[2]]);
    expect(gaps(now).slice(2)).toEqual([previous(USUAL_GAP), previous(USUAL_GAP)]);
    const first = run(moveLine(scene, ids[3], 0, { after: null }), tight).document;
    expect(said(first)).toEqual([texts[3], ...texts.slice(0, 3)]);
    expect(gaps(first)).toEqual([previous(0), previous(USUAL_GAP), gaps(tight)[1], previous(100)]);
    const last = run(moveLine(scene, ids[0], 0, { after: ids[3] }), tight).document;
    expect(said(last)).toEqual([...texts.slice(1), texts[0]]);
    expect(gaps(last).at(-1)).toEqual(previous(USUAL_GAP));
  });
  it('leaves a longer gap after it, one of a line aside, and one that hangs elsewhere', () => {
    const pinned = { to: 'scene', edge: 'start', offset: toTicks(9) } as const;
    const long = all(setGap(scene, ids[1], toTicks(2)));
    expect(gaps(run(moveLine(scene, ids[3], 0, { after: ids[0] }), long).document)[2]).toEqual(previous(toTicks(2)));
    const aside = all(setGap(scene, ids[1], 100), setAside(scene, ids[1], { aside: true }));
    expect(gaps(run(moveLine(scene, ids[3], 0, { after: ids[0] }), aside).document)[2]).toEqual(previous(100));
    const hung = all(pinLine(scene, ids[1], pinned));
    expect(gaps(run(moveLine(scene, ids[3], 0, { after: ids[0] }), hung).document)[2]).toEqual(pinned);
  });
  it('in time carries along what follows, or alone leaves it where it is', () => {
    const before = starts(document);
    const carried = starts(all(moveLine(scene, ids[1], 6000)));
    expect(carried).toEqual([before[0], ...before.slice(1).map((at) => at + 6000)]);
    const alone = all(moveLine(scene, ids[1], 6000, { alone: true }));
    expect(starts(alone)).toEqual([before[0], (before[1] as number) + 6000, before[2], before[3]]);
    // The last one has nothing after it that could give way; one that hangs elsewhere does not.
    expect(starts(all(moveLine(scene, ids[3], 6000, { alone: true })))).toEqual([...before.slice(0, 3), (before[3] as number) + 6000]);
    const pinned = { to: 'scene', edge: 'start', offset: toTicks(9) } as const;
    const hung = all(pinLine(scene, ids[2], pinned));
    expect(lineIn(run(moveLine(scene, ids[1], 6000, { alone: true }), hung).document, ids[2]).pin).toEqual(pinned);
  });
  it('never begins before its scene, and moves along its own pin where it has another', () => {
    expect(starts(all(moveLine(scene, ids[0], -toTicks(100))))[0]).toBe(0);
    expect(starts(all(moveLine(scene, ids[1], -toTicks(100))))[1]).toBe(0);
    const hung = all(pinLine(scene, ids[2], { to: 'scene', edge: 'start', offset: 900 }), moveLine(scene, ids[2], 50));
    expect(lineIn(hung, ids[2]).pin).toEqual({ to: 'scene', edge: 'start', offset: 950 });
  });
});

describe('lines that go', () => {
  it('leave a first line that does not begin before its scene, and say what moved', () => {
    const overlapping = all(setGap(scene, ids[1], -4000));
    expect(gaps(run(deleteLines(scene, [ids[0]]), overlapping).document)[0]).toEqual(previous(0));
    const gap = all(setGap(scene, ids[1], 4000));
    expect(gaps(run(deleteLines(scene, [ids[0]]), gap).document)[0]).toEqual(previous(4000));
    const pinned = { to: 'scene', edge: 'start', offset: -3 } as const;
    expect(gaps(run(deleteLines(scene, [ids[0]]), all(pinLine(scene, ids[1], pinned))).document)[0]).toEqual(pinned);
    const [layer] = Object.keys(sceneIn(document).layers) as [string];
    const hung = all(hangCue(scene, 'cu_000000000001', gestureOn(layer, inOrder(lineIn(document, ids[1]).words)[0]?.[0] as string)));
    expect(run(deleteLines(scene, [ids[1]]), hung).message).toBe('1 cue moved to the nearest word.');
    expect(run(deleteLines(scene, [ids[1]])).message).toBeUndefined();
    expect(said(all(deleteLines(scene, [ids[0], ids[3]])))).toEqual(texts.slice(1, 3));
  });
});

describe('the takes of a line', () => {
  const take = (values: Partial<Take> = {}): Take => ({
    order: 'a0',
    name: 'Take 1',
    kind: 'recorded',
    media: 'a'.repeat(64),
    analysis: null,
    from: 0,
    length: toTicks(2),
    times: {},
    ...values,
  });
  const draft = (values: Partial<Take> = {}): Take => take({ kind: 'draft', name: 'Draft', ...values });
  const [A, B, C] = ['tk_00000000000a', 'tk_00000000000b', 'tk_00000000000c'];
  it('are one draft at most, which a real one takes the place of, and never the other way', () => {
    const one = all(addTake(scene, ids[0], A, draft()));
    expect(lineIn(one, ids[0]).take).toBe(A);
    const again = run(addTake(scene, ids[0], B, draft()), one).document;
    expect(Object.keys(lineIn(again, ids[0]).takes)).toEqual([B]);
    expect(lineIn(again, ids[0]).take).toBe(B);
    const real = run(addTake(scene, ids[0], C, take()), again).document;
    expect(lineIn(real, ids[0]).take).toBe(C);
    expect(Object.keys(lineIn(real, ids[0]).takes).sort()).toEqual([B, C]);
    const late = run(addTake(scene, ids[0], A, draft()), real).document;
    expect(lineIn(late, ids[0]).take).toBe(C);
    expect(Object.keys(lineIn(late, ids[0]).takes).sort()).toEqual([A, C]);
    expect(lineIn(run(addTake(scene, ids[0], A, take({ name: 'Take 2' })), real).document, ids[0]).take).toBe(A);
  });
  it('say by how much they differ and what moves with them', () => {
    const words = inOrder(lineIn(document, ids[0]).words).map(([id]) => id);
    const other = inOrder(lineIn(document, ids[1]).words)[0]?.[0] as string;
    const [layer] = Object.keys(sceneIn(document).layers) as [string];
    const hung = (...on: string[]): Document => all(addTake(scene, ids[0], A, draft()), ...on.map((word, n) => hangCue(scene, `cu_00000000000${n}`, gestureOn(layer, word))));
    const message = (on: Document, length: number): string | undefined => run(addTake(scene, ids[0], B, take({ length: toTicks(length) })), on).message;
    expect(message(hung(words[0] as string), 1.2)).toBe('Take 1 is 0.8 s shorter. 1 cue moved with it.');
    expect(message(hung(words[0] as string, words[1] as string, other), 2.5)).toBe('Take 1 is 0.5 s longer. 2 cues moved with it.');
    expect(message(hung(words[0] as string), 2)).toBe('Take 1 is 0.0 s longer. 1 cue moved with it.');
    expect(message(hung(other), 1)).toBeUndefined();
    const clock = run(hangCue(scene, 'cu_000000000009', { ...gestureOn(layer, words[0] as string), start: { to: 'scene', edge: 'start', offset: 0 } }), hung()).document;
    expect(message(clock, 1)).toBeUndefined();
    // The first voice of a line differs from none; a draft says nothing.
    const first = all(hangCue(scene, 'cu_000000000009', gestureOn(layer, words[0] as string)));
    expect(message(first, 1)).toBeUndefined();
    expect(run(addTake(scene, ids[0], B, draft({ length: 5 })), hung(words[0] as string)).message).toBeUndefined();
  });
  it('are chosen, analysed and removed', () => {
    const two = all(addTake(scene, ids[0], A, take()), addTake(scene, ids[0], B, take({ order: 'a1', heardFrom: 5 })));
    expect(lineIn(run(chooseTake(scene, ids[0], A), two).document, ids[0]).take).toBe(A);
    expect(refused(chooseTake(scene, ids[0], C), two)).toEqual(['no-take', 'That take is gone. Choose another one.']);
    const times = { [inOrder(lineIn(document, ids[0]).words)[0]?.[0] as string]: { start: 1, end: 2 } };
    const heard = lineIn(run(setAnalysis(scene, ids[0], B, 'f'.repeat(64), times), two).document, ids[0]).takes[B];
    expect(heard).toMatchObject({ analysis: 'f'.repeat(64), times, length: toTicks(2) });
    expect('heardFrom' in (heard as Take)).toBe(false);
    expect(run(setAnalysis(scene, ids[0], C, 'f'.repeat(64), times), two).change).toBeUndefined();
    const left = run(removeTake(scene, ids[0], B), two).document;
    expect(lineIn(left, ids[0])).toMatchObject({ take: A });
    expect(lineIn(run(removeTake(scene, ids[0], A), two).document, ids[0]).take).toBe(B);
    expect(lineIn(run(removeTake(scene, ids[0], A), left).document, ids[0]).take).toBeNull();
  });
});
