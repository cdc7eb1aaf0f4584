import { describe, expect, it } from 'vitest';
import { restValue } from '../document/properties.ts';
import type { Document, Line, Scene, Take, Target } from '../document/schema.ts';
import { edit, type Recipe } from '../edit/change.ts';
import { hangCue } from '../edit/commands/cues.ts';
import { removeLayers } from '../edit/commands/layers.ts';
import { deleteLines, insertBeat, setAside, setGap } from '../edit/commands/lines.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { fixationsOf, type TimedCue } from './attention.ts';
import { characterLayers } from './casting.ts';
import { clockSpans, overlapsOf } from './lines.ts';
import { schedule } from './schedule.ts';
import { lineTiming, notSaid, takeOf } from './timing.ts';

const { document, scene } = sampleDocument();
const ids = inOrder((document.scenes[scene] as Scene).lines).map(([id]) => id) as [string, string, string, string];
const run = (...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => edit(now, 'x', 'cg_000000000001', recipe).document, document);
const placed = (of: Document) => schedule(of, () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
const lineIn = (of: Document, id: string): Line => of.scenes[scene]?.lines[id] as Line;

describe('the timing of a line', () => {
  const words = inOrder(lineIn(document, ids[0]).words).map(([id]) => id);
  const take = (times: Take['times'], length = 90_000): Line => ({
    ...lineIn(document, ids[0]),
    take: 'tk_1',
    takes: { tk_1: { order: 'a0', name: 'T', kind: 'recorded', media: 'a'.repeat(64), analysis: null, from: 0, length, times } },
  });
  const at = (line: Line): [number, number][] => words.map((id) => [lineTiming(line).words[id]?.start as number, lineTiming(line).words[id]?.end as number]);
  it('is the length of a beat, the guess of its spelling, or that of its take', () => {
    expect(lineTiming({ ...lineIn(document, ids[0]), kind: 'beat', beat: 777, words: {} })).toEqual({ length: 777, words: {} });
    const guess = lineTiming(lineIn(document, ids[0]));
    expect(guess.length).toBeGreaterThan(toTicks(0.5));
    expect(Object.keys(guess.words)).toEqual(words);
    expect(lineTiming(take({})).length).toBe(90_000);
    expect(takeOf(take({}))?.name).toBe('T');
    expect(takeOf(lineIn(document, ids[0]))).toBeUndefined();
    expect(takeOf({ ...take({}), take: 'tk_gone' })).toBeUndefined();
  });
  it('spreads words without a time evenly over where they must be', () => {
    const even = 90_000 / words.length;
    expect(at(take({}))).toEqual(words.map((_, n) => [Math.round(even * n), Math.round(even * (n + 1))]));
    const known = { [words[2] as string]: { start: 30_000, end: 40_000 } };
    const between = at(take(known));
    expect(between.slice(0, 3)).toEqual([
      [0, 15_000],
      [15_000, 30_000],
      [30_000, 40_000],
    ]);
    const rest = 50_000 / (words.length - 3);
    expect(between.slice(3)).toEqual(words.slice(3).map((_, n) => [Math.round(40_000 + rest * n), Math.round(40_000 + rest * (n + 1))]));
    // Two known ones that leave no room between them leave none.
    const tight = at(take({ [words[0] as string]: { start: 0, end: 50_000 }, [words[2] as string]: { start: 40_000, end: 60_000 } }));
    expect(tight[1]).toEqual([50_000, 50_000]);
  });
  it('knows which words were listened for and are not said', () => {
    const line = take({ [words[0] as string]: { start: 0, end: 10 } });
    const texts = inOrder(line.words).map(([, { text }]) => text);
    const heard = { words: texts.map((text, n) => ({ text, start: n * 10, end: n === 1 || n === 0 ? n * 10 : n * 10 + 5 })) };
    expect(notSaid(line, takeOf(line) as Take, heard)).toEqual([{ id: words[1], text: texts[1] }]);
    expect(notSaid(line, takeOf(line) as Take, { words: [] })).toEqual([]);
  });
});

describe('lines on the clock', () => {
  it('know the silence before them, which those aside do not end', () => {
    const lines = placed(run(setGap(scene, ids[1], 24_000))).lines;
    expect(lines.map(({ index }) => index)).toEqual([0, 1, 2, 3]);
    expect(lines[0]?.gap).toBeUndefined();
    for (const [n, line] of lines.entries()) if (n) expect(line.gap).toBe(line.start - (lines[n - 1]?.end as number));
    const aside = placed(run(setAside(scene, ids[1], { aside: true }))).lines;
    expect(aside[2]?.gap).toBe((aside[2]?.start as number) - (aside[0]?.end as number));
    const over = placed(run(setGap(scene, ids[1], -6000))).lines;
    expect(over[1]?.gap).toBe((over[1]?.start as number) - (over[0]?.end as number));
    expect(over[1]?.gap).toBeLessThan(0);
  });
  it('are said at once where they overlap, each pair once', () => {
    const over = placed(run(setGap(scene, ids[1], -6000))).lines;
    expect(overlapsOf(over).map(({ a, b, from, to }) => [a.id, b.id, from, to])).toEqual([[ids[0], ids[1], over[1]?.start, over[0]?.end]]);
    expect(overlapsOf(placed(document).lines)).toEqual([]);
    const touching = placed(run(setGap(scene, ids[1], 0))).lines;
    expect(overlapsOf(touching)).toEqual([]);
    // A line within another ends the overlap by its own end; a beat is nobody’s words.
    const short = run(
      insertBeat(scene, 'ln_00000000000a', toTicks(0.5), ids[0]),
      (draft) => void ((draft.scenes[scene]?.lines.ln_00000000000a as Line).pin = { to: 'line', line: ids[0], edge: 'start', offset: 100 }),
    );
    expect(overlapsOf(placed(short).lines)).toEqual([]);
    const within = run((draft) => {
      const at = draft.scenes[scene]?.lines as Scene['lines'];
      (at[ids[0]] as Line).take = 'tk_000000000001';
      (at[ids[0]] as Line).takes = {
        tk_000000000001: { order: 'a0', name: 'T', kind: 'recorded', media: 'a'.repeat(64), analysis: null, from: 0, length: toTicks(20), times: {} },
      };
      (at[ids[1]] as Line).pin = { to: 'line', line: ids[0], edge: 'start', offset: 4000 };
    });
    const [pair] = overlapsOf(placed(within).lines);
    const second = placed(within).lines[1];
    expect([pair?.from, pair?.to]).toEqual([second?.start, second?.end]);
  });
  it('and the silences between them fill the clock, without gap or overlap', () => {
    for (const of of [document, run(setGap(scene, ids[1], -6000)), run(setAside(scene, ids[2], { aside: true })), run(deleteLines(scene, ids))]) {
      const { lines, resolved, scene: whole, length } = placed(of);
      const spans = clockSpans(whole, resolved, lines);
      expect(spans[0]?.start).toBe(0);
      spans.slice(1).forEach((span, n) => expect(span.start).toBe(spans[n]?.end));
      expect(spans.at(-1)).toMatchObject({ id: `tail ${scene}`, end: length });
      for (const { id, line } of spans) if (line) expect(id).toBe(line.id);
      const first = spans.find(({ line }) => line);
      if (first) expect(spans[0]).toMatchObject({ id: `gap ${first.id}`, end: first.start });
      expect(spans.filter(({ line }) => line).map(({ id }) => id)).toEqual(lines.filter(({ line }) => !line.aside).map(({ id }) => id));
    }
  });
});

describe('where eyes go', () => {
  const [marit, tully] = characterLayers(document.scenes[scene] as Scene).map(([id]) => id) as [string, string];
  const looks = (of: Document, layer: string, cues: readonly TimedCue[] = []) => {
    const { scene: whole, resolved, lines } = placed(of);
    return fixationsOf(
      whole,
      resolved,
      lines,
      lines.filter((line) => line.layer === layer),
      layer,
      cues,
      0.5,
    );
  };
  /** Which way a figure looks at a tick: -1 to the left, 1 to the right, 0 about ahead. */
  const at = (fixations: ReturnType<typeof looks>, tick: number): number => {
    const { yaw = 0 } = fixations.findLast((one) => one.at <= tick) ?? {};
    return Math.abs(yaw) < 0.22 ? 0 : Math.sign(yaw);
  };
  const xOf = (layer: string): number => restValue((document.scenes[scene] as Scene).layers[layer] as never, 'x');
  const towards = (from: string, to: string): number => Math.sign(xOf(to) - xOf(from));
  it('is to who speaks, soon after they begin, and to each other when a turn ends', () => {
    const { lines } = placed(document);
    for (const line of lines) {
      const listener = line.layer === marit ? tully : marit;
      expect(at(looks(document, listener), line.start + toTicks(0.9))).toBe(towards(listener, line.layer as string));
      expect(at(looks(document, line.layer as string), line.end - 100)).toBe(towards(line.layer as string, listener));
    }
    expect(at(looks(document, marit), 0)).toBe(towards(marit, tully));
  });
  it('is away from the other when a long turn begins', () => {
    const { lines } = placed(document);
    const long = lines.filter(({ start, end }) => end - start > toTicks(1.6));
    expect(long.length).toBeGreaterThan(0);
    for (const line of long) expect(at(looks(document, line.layer as string), line.start + toTicks(0.2))).toBe(0);
  });
  it('is at the viewer where nobody else stands', () => {
    const alone = run(removeLayers(scene, [tully]));
    for (const { yaw } of looks(alone, marit)) expect(Math.abs(yaw)).toBeLessThan(0.22);
  });
  it('is at the radio, or another thing with a voice, while a voice from off stage comes out of it, and the trunk turns to it', () => {
    const side = -towards(marit, tully);
    const withThing = (prop: string): Document =>
      run((draft) => {
        const part = draft.scenes[scene] as Scene;
        part.layers.la_0000000radio = { kind: 'prop', prop, order: 'z0', x: xOf(marit) + side * 500, y: 300, locked: false, hidden: false } as never;
        (part.lines[ids[1]] as Line).offStage = true;
      });
    const heard = (prop: string) => {
      const of = withThing(prop);
      const line = placed(of).lines[1] as { start: number; end: number };
      const list = looks(of, marit);
      return { side: at(list, line.start + toTicks(0.9)), trunk: list.findLast((one) => one.at <= line.start + toTicks(0.9))?.trunk };
    };
    expect(heard('radio').side).toBe(side);
    expect(Math.sign(heard('radio').trunk ?? 0)).toBe(side);
    expect(heard('loudspeaker').side).toBe(side);
    expect(heard('lantern').side).not.toBe(side);
  });
  it('obeys a look that is set, from its start to its end, and goes back to the conversation', () => {
    const cue = (target: Target): TimedCue => ({ id: 'cu_1', cue: { ...gestureOn(marit, ''), kind: 'look', target } as never, start: toTicks(3), end: toTicks(5) });
    const away: Target = { to: 'place', x: xOf(marit) - towards(marit, tully) * 900, y: 0, name: 'Away' };
    const set = looks(document, marit, [cue(away)]);
    for (const tick of [toTicks(3), toTicks(4), toTicks(5) - 1]) expect(at(set, tick)).toBe(-towards(marit, tully));
    expect(set.filter((one) => one.at > toTicks(3) && one.at < toTicks(5))).toEqual([]);
    expect(set.some((one) => one.at === toTicks(5))).toBe(true);
    expect(looks(document, marit, [cue({ to: 'viewer' })]).find((one) => one.at === toTicks(3))).toMatchObject({ yaw: 0, pitch: 0 });
    expect(looks(document, marit, [cue({ to: 'layer', layer: 'la_000000000000' })]).find((one) => one.at === toTicks(3))).toMatchObject({ yaw: 0, pitch: 0 });
    // One that lasts to the end of the scene has nothing to go back to.
    const { length } = placed(document);
    const last = looks(document, marit, [{ ...cue(away), end: length }]);
    expect(last.at(-1)?.at).toBe(toTicks(3));
  });
  it('is to the side for who is turned there: at the other in profile, at us by a cue alone', () => {
    const side = towards(marit, tully);
    const aside = run((draft) => {
      ((draft.scenes[scene] as Scene).layers[marit] as { turn?: number }).turn = side;
    });
    const own = placed(aside).lines.filter(({ layer }) => layer === marit);
    const list = looks(aside, marit);
    expect(Math.max(...list.map(({ yaw }) => yaw * side))).toBeCloseTo(1, 1);
    // Looks past the other in its own turns, where it would look at us else.
    for (const { yaw } of list) expect(yaw * side).toBeGreaterThan(0.6);
    expect(own.length).toBeGreaterThan(0);
    expect(looks(document, marit).some(({ yaw }) => Math.abs(yaw) < 0.2)).toBe(true);
    const cue: TimedCue = { id: 'cu_1', cue: { ...gestureOn(marit, ''), kind: 'look', target: { to: 'viewer' } } as never, start: toTicks(3), end: toTicks(5) };
    expect(looks(aside, marit, [cue]).find((one) => one.at === toTicks(3))?.yaw).toBe(0);
  });
  it('goes along a figure’s own facing', () => {
    const mirrored = run((draft) => {
      const layer = draft.scenes[scene]?.layers[marit] as { scaleX?: number };
      layer.scaleX = -(layer.scaleX ?? 1);
    });
    expect(at(looks(mirrored, marit), 0)).toBe(-towards(marit, tully));
  });
  it('stays where it is through a change elsewhere, and never jumps within three tenths of a second', () => {
    const before = looks(document, tully);
    before.slice(1).forEach((one, n) => expect(one.at - (before[n]?.at as number)).toBeGreaterThanOrEqual(toTicks(0.3)));
    const { lines } = placed(document);
    const changed = run(setGap(scene, ids[3], toTicks(2)), hangCue(scene, 'cu_000000000001', gestureOn(marit, inOrder(lineIn(document, ids[0]).words)[0]?.[0] as string)));
    const until = lines[3]?.start as number;
    const early = (list: ReturnType<typeof looks>) => list.filter((one) => one.at < until - toTicks(1));
    expect(early(looks(changed, tully))).toEqual(early(before));
  });
  it('of a voice from off the stage is a listening one, up and aside', () => {
    const off = run(removeLayers(scene, [tully]), setAside(scene, ids[1], { offStage: true }));
    const line = placed(off).lines[1] as { start: number };
    const look = looks(off, marit).find((one) => one.at > line.start && one.at < line.start + toTicks(0.6));
    expect(look?.pitch).toBe(-0.14);
  });
});
