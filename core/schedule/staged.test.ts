import { describe, expect, it } from 'vitest';
import type { Character, Cue, Document, Layer, Role, Scene } from '../document/schema.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { sample } from '../time/track.ts';
import { beatsOf } from './beats.ts';
import { schedule } from './schedule.ts';
import { colourAt, isOn, type StagedLayer, valueAt } from './staged.ts';

const { document, scene } = sampleDocument();
const SCENE = document.scenes[scene] as Scene;
const [marit, tully] = inOrder(SCENE.layers).flatMap(([id, layer]) => (layer.kind === 'character' ? [id] : [])) as [string, string];
const S = toTicks(1);
const made = (layers: Record<string, object>, cues: Record<string, Cue> = {}, change: (document: Document) => Document = (same) => same) => {
  const base = { order: 'z0', x: 0, y: 0, locked: false, hidden: false };
  const all = Object.fromEntries(Object.entries(layers).map(([id, layer]) => [id, { ...base, ...layer } as unknown as Layer]));
  const whole: Document = { ...document, scenes: { [scene]: { ...SCENE, layers: { ...SCENE.layers, ...all }, cues: { ...SCENE.cues, ...cues } } } };
  return schedule(change(whole), () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
};
const staged = (id: string, ...more: Parameters<typeof made>): StagedLayer => made(...more).layers.get(id) as StagedLayer;
const { lines, length } = made({});
const span = (start: number, end: number) => ({ start: { to: 'scene', edge: 'start', offset: start }, end: { to: 'scene', edge: 'start', offset: end } });
const roleOf = (layer: string): Role => {
  const { character } = SCENE.layers[layer] as { character: string };
  return Object.values(document.production.roles).find((role) => role.character === character) as Role;
};

describe('words that come as they are said', () => {
  const text = { kind: 'text', text: 'Nobody pulls: the Moon does', look: 'title' };
  it('are those of text with a look, of balloons, charts and marks, and of nothing else', () => {
    expect(staged('t', { t: text }).words?.beats).toEqual(beatsOf(text.text, lines, 0, length));
    expect(staged('t', { t: { ...text, look: undefined } }).words).toBeUndefined();
    expect(staged('s', { s: { kind: 'shape', form: 'rectangle', look: 'title' } }).words).toBeUndefined();
    expect(staged(marit, {}).words).toBeUndefined();
    expect(staged('t', { t: text }).words?.shape).toBe('16:9');
  });
  it('come while the layer is there', () => {
    const late = staged('t', { t: { ...text, span: span(0, S) } });
    expect([late.start, late.end]).toEqual([0, S]);
    expect(late.words?.beats).toEqual(beatsOf(text.text, lines, 0, S));
    expect(late.words?.beats).not.toEqual(staged('t', { t: text }).words?.beats);
    expect([staged('t', { t: text }).start, staged('t', { t: text }).end]).toEqual([0, length]);
  });
  it('have the colour that they are given, else that of who says them, else the house’s', () => {
    const tone = (more: object, id = 't'): number | undefined => staged(id, { [id]: { ...text, ...more } }).words?.tone;
    expect(tone({})).toBe(2);
    expect(tone({ tone: 5 })).toBe(5);
    expect(tone({ of: tully })).toBe(roleOf(tully).colour);
    expect(tone({ of: marit })).toBe(roleOf(marit).colour);
    expect(roleOf(marit).colour).not.toBe(roleOf(tully).colour);
    expect(tone({ of: tully, tone: 5 })).toBe(5);
    expect(tone({ of: 'gone' })).toBe(2);
    expect(tone({ kind: 'balloon', of: tully, tone: 5 })).toBe(roleOf(tully).colour);
    // Of a thing there is no role.
    expect(staged('t', { t: { ...text, of: 'radio' }, radio: { kind: 'prop', prop: 'radio' } }).words?.tone).toBe(2);
  });
  it('have the colour of the role, whoever plays it in the scene', () => {
    const role = Object.entries(document.production.roles).find(([, one]) => one === roleOf(tully))?.[0] as string;
    const other = { ...(Object.values(document.characters)[0] as Character), id: 'ch_0000000other', name: 'Other' };
    const recast = (whole: Document): Document => {
      const part = whole.scenes[scene] as Scene;
      return {
        ...whole,
        characters: { ...whole.characters, [other.id]: other },
        scenes: { [scene]: { ...part, recast: { [role]: other.id }, layers: { ...part.layers, [tully]: { ...part.layers[tully], character: other.id } as Layer } } },
      };
    };
    expect(staged('t', { t: { ...text, of: tully } }, {}, recast).words?.tone).toBe(roleOf(tully).colour);
  });
  it('of a balloon are heard in the lines of who says them, of a thing’s in all', () => {
    const said = { kind: 'balloon', text: 'Who pulls the Moon' };
    const own = lines.filter(({ layer }) => layer === tully);
    const beats = (more: object): readonly number[] | undefined => staged('t', { t: { ...said, ...more }, radio: { kind: 'prop', prop: 'radio' } }).words?.beats;
    expect(beats({ of: tully })).toEqual(beatsOf(said.text, own, 0, length));
    expect(beatsOf(said.text, own, 0, length)).not.toEqual(beatsOf(said.text, lines, 0, length));
    expect(beats({ of: 'radio' })).toEqual(beatsOf(said.text, lines, 0, length));
    expect(beats({})).toEqual(beatsOf(said.text, lines, 0, length));
    // A text of somebody’s is heard in all lines.
    expect(staged('t', { t: { ...text, of: tully } }).words?.beats).toEqual(beatsOf(text.text, lines, 0, length));
  });
  it('of a chart are its title and the names of its rows, of a mark its text, if it has one', () => {
    const chart = { kind: 'chart', title: 'The Moon', table: 'what,how\nplug,3\n,4\ntide,5', chart: 'bars' };
    const { words } = staged('c', { c: chart });
    expect(words?.beats).toEqual(beatsOf('The Moon\nplug\n·\ntide', lines, 0, length));
    expect(words?.tone).toBe(2);
    expect(staged('c', { c: { ...chart, tone: 4 } }).words?.tone).toBe(4);
    const mark = { kind: 'mark', form: 'arrow', text: 'the Moon' };
    expect(staged('m', { m: mark }).words).toMatchObject({ beats: beatsOf('the Moon', lines, 0, length), tone: 2, shape: '16:9' });
    expect(staged('m', { m: { ...mark, text: '  ', tone: 6 } }).words).toMatchObject({ beats: [], tone: 6 });
  });
});

describe('a layer along its scene', () => {
  const move = (x: number, at: number, more: object = {}): Cue =>
    ({
      ...gestureOn('p', ''),
      kind: 'move',
      x,
      y: 0,
      walk: false,
      ease: 'linear',
      start: { to: 'scene', edge: 'start', offset: at },
      end: { ticks: S },
      ...more,
    }) as unknown as Cue;
  const prop = { kind: 'prop', prop: 'cup', x: 50 };
  it('is moved by its cues in order of time, of two at once by the later named', () => {
    const path = staged('p', { p: prop }, { cu_b: move(300, 4 * S), cu_a: move(100, S) }).path;
    expect([0, 2 * S, 3 * S, 5 * S].map((tick) => sample(path?.x as never, tick))).toEqual([50, 100, 100, 300]);
    for (const cues of [
      { cu_a: move(100, S), cu_b: move(300, S) },
      { cu_b: move(300, S), cu_a: move(100, S) },
    ])
      expect(sample(staged('p', { p: prop }, cues).path?.x as never, 3 * S)).toBe(300);
    // Cues of others, and those that no layer has, do not move it.
    expect(
      staged(
        'p',
        { p: prop },
        { cu_a: { ...move(100, S), layer: 'q' } as Cue, cu_c: { kind: 'shot', start: { to: 'scene', edge: 'start', offset: 0 }, end: { ticks: S } } as unknown as Cue },
      ).path,
    ).toBeUndefined();
  });
  it('has at a moment what its keys say, with a move on top of them', () => {
    const keyAt = (offset: number, value: number) => ({ at: { to: 'scene', edge: 'start', offset }, value, ease: 'linear' });
    const keys = { x: { k1: keyAt(0, 10), k2: keyAt(2 * S, 30) }, tint: { k3: keyAt(0, '#102030' as never) } };
    const still = staged('p', { p: prop });
    expect([valueAt(still, 'x', S), valueAt(still, 'opacity', S)]).toEqual([50, 1]);
    const moved = staged('p', { p: prop }, { cu_a: move(150, S) });
    expect([valueAt(moved, 'x', S), valueAt(moved, 'x', 1.5 * S), valueAt(moved, 'x', 9 * S)]).toEqual([50, 100, 150]);
    const keyed = staged('p', { p: { ...prop, keys } });
    expect([valueAt(keyed, 'x', 0), valueAt(keyed, 'x', S)]).toEqual([10, 20]);
    expect(valueAt(staged('p', { p: { ...prop, keys } }, { cu_a: move(150, 4 * S) }), 'x', 9 * S)).toBe(130);
    expect(colourAt(keyed, 'tint', S)).toBe('#102030');
    expect(colourAt(still, 'tint', S)).toMatch(/^#/);
  });
  it('is on the stage from its start to before its end', () => {
    const one = { start: 100, end: 200 };
    expect([99, 100, 150, 199, 200].map((tick) => isOn(one, tick))).toEqual([false, true, true, true, false]);
  });
  it('has its effects in their order, then by name; an effect that is a layer is its own', () => {
    const effect = (order: string, id = 'blur') => ({ order, effect: id, values: { amount: 1 }, keys: {} });
    const ids = (effects: object): string[] => staged('p', { p: { ...prop, effects } }).effects.map(({ id }) => id);
    expect(ids({ b: effect('a1'), a: effect('a2'), c: effect('a0') })).toEqual(['c', 'b', 'a']);
    expect(ids({ b: effect('a0'), a: effect('a0') })).toEqual(['a', 'b']);
    expect(ids({ a: effect('a0'), b: effect('a0') })).toEqual(['a', 'b']);
    expect(staged('p', { p: prop }).effects).toEqual([]);
    expect(staged('e', { e: { kind: 'effect', effect: 'rain', values: { strength: 2 }, keys: {} } }).effects).toMatchObject([{ id: 'e', effect: 'rain', values: { strength: 2 } }]);
    expect(staged('p', { p: { ...prop, effects: { a: effect('a0', 'glow') } } }).effects[0]).toMatchObject({ id: 'a', effect: 'glow', values: { amount: 1 } });
  });
  it('of a character acts, with the mouth of the role that speaks through it; of one who is gone does not', () => {
    expect(staged(marit, {}).acting).toBeDefined();
    expect(staged('p', { p: prop }).acting).toBeUndefined();
    expect(staged('x', { x: { kind: 'character', character: 'ch_gone' } }).acting).toBeUndefined();
    const role = Object.entries(document.production.roles).find(([, one]) => one === roleOf(tully))?.[0] as string;
    const soft = (whole: Document): Document => ({
      ...whole,
      production: { ...whole.production, roles: { ...whole.production.roles, [role]: { ...roleOf(tully), mouth: { sharp: 0, open: 1.4 } } } },
    });
    expect(staged(tully, {}, {}, soft).acting?.mouth.open).toBe(1.4);
    expect(staged(marit, {}, {}, soft).acting?.mouth.open).toBeUndefined();
  });
});
