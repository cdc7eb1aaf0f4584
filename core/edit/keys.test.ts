import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Failure } from '../document/failure.ts';
import type { Document, Ease, Pin } from '../document/schema.ts';
import { readOklch } from '../draw/colour.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { colourAt, valueAt } from '../schedule/staged.ts';
import { everything, sceneIn } from '../testing/everything.ts';
import { eased } from '../time/easing.ts';
import { edit, type Recipe } from './change.ts';
import { copyCue, hangCue } from './commands/cues.ts';
import {
  addKey,
  copyKeys,
  deleteKeys,
  easeKeys,
  type KeyRef,
  keysFromMoves,
  layerKeys,
  moveKeys,
  placeKey,
  recordKeys,
  reverseKeys,
  scaleKeys,
  setKeyValue,
  thinned,
  walksFromKeys,
} from './commands/keys.ts';

const { document, scene, layers, cues, key, makeId, shadow } = everything();
const CHANGE = 'cg_000000000001';
const run = (recipe: Recipe, from: Document = document): Document => edit(from, 'x', CHANGE, recipe).document;
const staged = (of: Document, id: string) => {
  const found = sceneSchedule(of, sceneIn(of, scene), () => undefined).layers.get(id);
  if (!found) throw new Error('no layer');
  return found;
};
const refsOf = (layer: string, property: string, of: Document = document): KeyRef[] =>
  Object.keys((sceneIn(of, scene).layers[layer]?.keys as Record<string, object> | undefined)?.[property] ?? {}).map((one) => ({ of: { layer }, property, key: one }));
const momentsOf = (of: Document, layer: string, property: string): number[] => [...(staged(of, layer).tracks[property]?.at ?? [])];
const x = (of: Document, tick: number): number => valueAt(staged(of, layers.group), 'x', tick);

describe('keys', () => {
  it('lead a value from one to the next, held before the first and after the last', () => {
    expect([x(document, 0), x(document, 40_000), x(document, 140_000), x(document, 240_000)]).toEqual([200, 200, -100, -100]);
    expect(x(document, 90_000)).toBeLessThan(200);
    expect(x(document, 90_000)).toBeGreaterThan(-100);
  });
  it('of a colour lead through colours, never through grey mud', () => {
    const middle = readOklch(colourAt(staged(document, layers.star), 'fill', 75_000));
    expect(middle.c).toBeGreaterThan(0.15);
    expect(colourAt(staged(document, layers.star), 'fill', 10_000)).toBe('#ff0000');
    expect(colourAt(staged(document, layers.star), 'fill', 130_000)).toBe('#0000ff');
  });
  it('of an effect and of a sound are its own', () => {
    expect(staged(document, layers.card).effects[0]?.tracks.blur?.values).toEqual([2, 20]);
    expect(Object.keys(sceneIn(document, scene).layers[layers.card]?.effects?.[shadow]?.keys ?? {})).toEqual(['blur']);
  });
  it('are moved together, in their order', () => {
    const moved = run(moveKeys(scene, refsOf(layers.group, 'x'), 6000));
    expect(momentsOf(moved, layers.group, 'x')).toEqual([46_000, 146_000]);
  });
  it('take an ease by name or as a curve', () => {
    const [first] = refsOf(layers.group, 'x') as [KeyRef];
    const held = run(easeKeys(scene, refsOf(layers.group, 'x'), 'hold'));
    expect(x(held, 139_000)).toBe(200);
    const curve = { bezier: [0.2, 1.6, 0.4, 1.4] } as const;
    const bent = run(easeKeys(scene, refsOf(layers.group, 'x'), { bezier: [...curve.bezier] }));
    expect(x(bent, 80_000)).toBeCloseTo(200 - 300 * eased(curve, 0.4), 6);
    // A curve may swing over its end.
    expect(Math.min(...Array.from({ length: 20 }, (_, n) => x(bent, 40_000 + n * 5000)))).toBeLessThan(-110);
    expect(() => run(easeKeys(scene, [first], { bezier: [2, 0, 0, 1] }))).toThrow();
  });
  it('are copied to another moment, or to another layer', () => {
    const twice = run(copyKeys(scene, refsOf(layers.group, 'x'), 160_000, key));
    expect(momentsOf(twice, layers.group, 'x')).toEqual([40_000, 140_000, 160_000, 260_000]);
    const other = run(copyKeys(scene, refsOf(layers.group, 'x'), 40_000, key, { layer: layers.lamp }));
    expect(momentsOf(other, layers.lamp, 'x')).toEqual([40_000, 140_000]);
  });
  it('played backwards give at each moment what they gave from the other end', () => {
    const eases = run(easeKeys(scene, refsOf(layers.group, 'x'), { bezier: [0.7, 0.1, 0.9, 0.5] }));
    const back = run(reverseKeys(scene, refsOf(layers.group, 'x', eases)), eases);
    for (let tick = 40_000; tick <= 140_000; tick += 12_500) expect(Math.abs(x(back, 180_000 - tick) - x(eases, tick))).toBeLessThan(0.5);
    expect(momentsOf(run(reverseKeys(scene, refsOf(layers.group, 'x', back)), back), layers.group, 'x')).toEqual(momentsOf(eases, layers.group, 'x'));
  });
  it('are spread or drawn together in time about a moment', () => {
    expect(momentsOf(run(scaleKeys(scene, refsOf(layers.group, 'x'), 0.5, 40_000)), layers.group, 'x')).toEqual([40_000, 90_000]);
    expect(() => run(scaleKeys(scene, refsOf(layers.group, 'x'), 0, 0))).toThrow(/above 0/);
  });
  it('taken away leave the rest; the last one leaves its value', () => {
    const refs = refsOf(layers.group, 'x');
    const one = run(deleteKeys(scene, refs.slice(1)));
    expect(momentsOf(one, layers.group, 'x')).toHaveLength(1);
    const none = run(deleteKeys(scene, refs));
    expect(sceneIn(none, scene).layers[layers.group]?.keys).not.toHaveProperty('x');
    expect(x(none, 0)).toBe(-100);
    const all = run(deleteKeys(scene, [...refs, ...refsOf(layers.group, 'opacity')]));
    expect(sceneIn(all, scene).layers[layers.group]).not.toHaveProperty('keys');
  });
  it('that are gone, or of something that can have none, are told in a sentence', () => {
    const [ref] = refsOf(layers.group, 'x') as [KeyRef];
    expect(() => run(moveKeys(scene, [{ ...ref, key: 'ke_000000000000' }], 1))).toThrow(/key is gone/);
    expect(() => run(addKey(scene, { cue: cues.wave }, 'x', 0, 1, key))).toThrow(/can have none/);
    expect(() => run(addKey(scene, { layer: 'la_000000000099' }, 'x', 0, 1, key))).toThrow(/gone/);
    expect(() => run(addKey(scene, { layer: layers.group }, 'x', 0, '#112233', key))).toThrow(/cannot have/);
  });
  it('go with a copy of their cue, as long after its start', () => {
    const copy = makeId('cue');
    const next = run(copyCue(scene, cues.sound, copy, 150_000));
    const { resolved } = sceneSchedule(next, sceneIn(next, scene), () => undefined);
    const of = (cue: string): number[] => [...resolved.keys].filter(([path]) => path.startsWith(cue)).map(([, at]) => at - (resolved.cues.get(cue)?.start ?? 0));
    expect(of(copy)).toEqual(of(cues.sound));
    expect(of(copy)).toHaveLength(1);
  });
});

describe('a recorded drag', () => {
  const wobble = fc
    .array(fc.double({ min: -300, max: 300, noNaN: true }), { minLength: 2, maxLength: 60 })
    .map((values) => values.map((value, n) => ({ at: 20_000 + n * 2000, value })));
  it('is thinned to the fewest keys, and stays within the error that was asked for', () => {
    fc.assert(
      fc.property(wobble, fc.constantFrom(0.5, 4, 30), (values, error) => {
        const few = thinned(values, error);
        expect(few[0]).toEqual(values[0]);
        expect(few.at(-1)).toEqual(values.at(-1));
        for (const { at, value } of values) {
          const next = few.findIndex((one) => one.at >= at);
          const [a, b] = [few[Math.max(0, next - 1)] as (typeof few)[number], few[next] as (typeof few)[number]];
          const line = b.at === a.at ? b.value : a.value + ((b.value - a.value) * (at - a.at)) / (b.at - a.at);
          expect(Math.abs(line - value)).toBeLessThanOrEqual(error + 1e-9);
        }
      }),
    );
    expect(
      thinned(
        Array.from({ length: 50 }, (_, n) => ({ at: n * 1000, value: n * 3 })),
        0.5,
      ),
    ).toHaveLength(2);
  });
  it('replaces the keys of its own time and leaves the others', () => {
    const values = [
      { at: 100_000, value: 10 },
      { at: 120_000, value: 90 },
      { at: 145_000, value: 30 },
    ];
    const next = run(recordKeys(scene, { layer: layers.group }, { x: values }, 1, key));
    expect(momentsOf(next, layers.group, 'x')).toEqual([40_000, 100_000, 120_000, 145_000]);
    expect(x(next, 110_000)).toBeCloseTo(50, 6);
  });
});

describe('keys of a layer that has none', () => {
  const LAYER = layers.lamp;
  const at = (ticks: number): Pin => ({ to: 'scene', edge: 'start', offset: ticks });
  let n = 0;
  const next = (): string => `ke_${String(++n).padStart(12, '0')}`;
  const bare = run((draft) => void delete (sceneIn(draft as Document, scene).layers[LAYER] as { keys?: object }).keys);
  const of = { layer: LAYER };
  const listIn = (on: Document, property = 'x') =>
    (sceneIn(on, scene).layers[LAYER]?.keys as Record<string, Record<string, { value: unknown; ease: unknown }>> | undefined)?.[property] ?? {};
  const inTime = (on: Document, property = 'x'): [number, unknown, unknown][] => {
    const moments = momentsOf(on, LAYER, property);
    const track = staged(on, LAYER).tracks[property];
    return moments.map((moment, k) => [moment, track?.values[k], track?.eases[k]]);
  };
  const set = (on: Document, ...keys: [number, number, Ease?][]): Document =>
    keys.reduce(
      (now, [ticks, value, ease]) =>
        run(
          (draft) =>
            void (((sceneIn(draft as Document, scene).layers[LAYER] as { keys?: Record<string, object> }).keys ??= {}).x = {
              ...listIn(now),
              [next()]: { at: at(ticks), value, ease: ease ?? 'linear' },
            }),
          now,
        ),
      on,
    );
  const refs = (on: Document, property = 'x'): KeyRef[] => Object.keys(listIn(on, property)).map((one) => ({ of, property, key: one }));

  it('come with an ease of both sides, later ones with that of the one before', () => {
    const one = run(addKey(scene, of, 'x', 48_000, 5, next), bare);
    expect(inTime(one)).toEqual([[48_000, 5, 'both']]);
    const three = set(bare, [0, 1, 'in'], [96_000, 2, 'hold'], [48_000, 3, 'out']);
    const more = run(addKey(scene, of, 'x', 72_000, 9, next), three);
    expect(Object.values(listIn(more)).find(({ value }) => value === 9)?.ease).toBe('out');
    const late = run(addKey(scene, of, 'x', 200_000, 9, next), three);
    expect(Object.values(listIn(late)).find(({ value }) => value === 9)?.ease).toBe('hold');
  });
  it('within half a frame of one are that one, just beyond are another', () => {
    const one = set(bare, [48_000, 1, 'in']);
    for (const [ticks, count] of [
      [49_000, 1],
      [47_000, 1],
      [49_001, 2],
      [46_999, 2],
    ] as const)
      expect(Object.keys(listIn(run(addKey(scene, of, 'x', ticks, 7, next), one)))).toHaveLength(count);
    expect(Object.values(listIn(run(addKey(scene, of, 'x', 49_000, 7, next), one)))).toEqual([{ at: at(48_000), value: 7, ease: 'in' }]);
  });
  it('are taken away without a trace; the property rests where the last of them stood', () => {
    const two = set(bare, [0, 11], [48_000, 22]);
    const [first, second] = refs(two) as [KeyRef, KeyRef];
    const left = run(deleteKeys(scene, [first]), two);
    expect(Object.keys(listIn(left))).toHaveLength(1);
    expect((sceneIn(left, scene).layers[LAYER] as { x?: number }).x).toBe((sceneIn(two, scene).layers[LAYER] as { x?: number }).x);
    const none = run(deleteKeys(scene, [second]), left);
    expect('keys' in (sceneIn(none, scene).layers[LAYER] as object)).toBe(false);
    expect((sceneIn(none, scene).layers[LAYER] as { x?: number }).x).toBe(22);
    // Keys of an effect or a cue leave the layer's own values alone.
    const effect: KeyRef[] = Object.keys(sceneIn(document, scene).layers[layers.card]?.effects?.[shadow]?.keys?.blur ?? {}).map((one) => ({
      of: { layer: layers.card, effect: shadow },
      property: 'blur',
      key: one,
    }));
    const plain = run(deleteKeys(scene, effect));
    expect(sceneIn(plain, scene).layers[layers.card]?.effects?.[shadow]).not.toHaveProperty('keys');
    expect((sceneIn(plain, scene).layers[layers.card] as { blur?: number }).blur).toBe((sceneIn(document, scene).layers[layers.card] as { blur?: number }).blur);
  });
  it('backwards keep what lay between two of them: eases are turned round and lead the other way', () => {
    const curve = { bezier: [0.1, 0.2, 0.6, 0.9] as [number, number, number, number] };
    const four = set(bare, [96_000, 3, 'out'], [0, 1, 'in'], [48_000, 2, curve], [144_000, 4, 'hold']);
    const back = run(reverseKeys(scene, refs(four)), four);
    expect(inTime(back).map(([moment, value]) => [moment, value])).toEqual([
      [0, 4],
      [48_000, 3],
      [96_000, 2],
      [144_000, 1],
    ]);
    const eases = inTime(back).map(([, , ease]) => ease);
    expect(eases[0]).toBe('in');
    expect((eases[1] as { bezier: number[] }).bezier.map((value) => Math.round(value * 100) / 100)).toEqual([0.4, 0.1, 0.9, 0.8]);
    expect(eases[2]).toBe('out');
    const held = set(bare, [0, 1, 'hold'], [48_000, 2, 'both']);
    expect(inTime(run(reverseKeys(scene, refs(held)), held))[0]?.[2]).toBe('hold');
    // Two properties side by side turn each by itself, within the time of both.
    const pair = run(addKey(scene, of, 'y', 144_000, 5, next), run(addKey(scene, of, 'y', 96_000, 6, next), held));
    const both = run(reverseKeys(scene, [...refs(pair), ...refs(pair, 'y')]), pair);
    expect(inTime(both).map(([moment, value]) => [moment, value])).toEqual([
      [96_000, 2],
      [144_000, 1],
    ]);
    expect(inTime(both, 'y').map(([moment, value]) => [moment, value])).toEqual([
      [0, 5],
      [48_000, 6],
    ]);
  });
  it('are spread about a moment, never to nothing', () => {
    const two = set(bare, [48_000, 1], [96_000, 2]);
    expect(momentsOf(run(scaleKeys(scene, refs(two), 2, 48_000), two), LAYER, 'x')).toEqual([48_000, 144_000]);
    expect(momentsOf(run(scaleKeys(scene, refs(two), 0.5, 96_000), two), LAYER, 'x')).toEqual([72_000, 96_000]);
    for (const factor of [0, -1, Number.NaN])
      expect(() => run(scaleKeys(scene, refs(two), factor, 0), two)).toThrow(
        new Failure('no-factor', 'Keys can be spread or drawn together, not to nothing. Choose a factor above 0.'),
      );
  });
  it('recorded take the place of what lies in their time, its ends too, and of nothing else', () => {
    const four = set(bare, [0, 1], [48_000, 2], [96_000, 3], [144_000, 4]);
    const recorded = [
      { at: 48_000, value: 10 },
      { at: 72_000, value: 50 },
      { at: 96_000, value: 10 },
    ];
    expect(inTime(run(recordKeys(scene, of, { x: recorded }, 1, next), four)).map(([moment, value]) => [moment, value])).toEqual([
      [0, 1],
      [48_000, 10],
      [72_000, 50],
      [96_000, 10],
      [144_000, 4],
    ]);
    expect(inTime(run(recordKeys(scene, of, { x: [] }, 1, next), four))).toEqual(inTime(four));
    expect(inTime(run(recordKeys(scene, of, { y: recorded }, 1, next), bare), 'y')).toHaveLength(3);
  });
  it('that are gone, or belong to what can have none, are told in a sentence', () => {
    const gone = new Failure('no-key', 'That key is gone. Set a new one.');
    expect(() => run(moveKeys(scene, [{ of, property: 'x', key: 'ke_999999999999' }], 5), bare)).toThrow(gone);
    const owner = new Failure('no-keys', 'What these keys belong to is gone, or can have none. Choose something else.');
    for (const who of [{ layer: 'la_000000000000' }, { layer: LAYER, effect: 'ef_000000000000' }, { cue: 'cu_000000000000' }, {}])
      expect(() => run(addKey(scene, who, 'x', 0, 1, next), bare)).toThrow(owner);
    const gesture = Object.entries(sceneIn(document, scene).cues).find(([, { kind }]) => kind === 'gesture')?.[0] as string;
    expect(() => run(addKey(scene, { cue: gesture }, 'x', 0, 1, next))).toThrow(owner);
    const sound = Object.entries(sceneIn(document, scene).cues).find(([, { kind }]) => kind === 'sound')?.[0];
    if (sound) expect(() => run(addKey(scene, { cue: sound }, 'gainDb', 0, 1, next))).not.toThrow();
  });
  it('thinned keep the first and the last, and whatever straight lines would miss', () => {
    const line = Array.from({ length: 11 }, (_, k) => ({ at: k * 10, value: k * 3 }));
    expect(thinned(line, 0.01)).toEqual([line[0], line[10]]);
    expect(thinned(line.slice(0, 2), 0)).toEqual(line.slice(0, 2));
    expect(thinned([], 1)).toEqual([]);
    const bump = line.map((one, k) => (k === 4 ? { ...one, value: one.value + 5 } : one));
    expect(thinned(bump, 4).map(({ at: moment }) => moment)).toContain(40);
    expect(thinned(bump, 5)).toEqual([bump[0], bump[10]]);
    const spike = [
      { at: 0, value: 0 },
      { at: 1, value: 9 },
      { at: 2, value: 0 },
    ];
    expect(thinned(spike, 1)).toEqual(spike);
    expect(
      thinned(
        [
          { at: 5, value: 2 },
          { at: 5, value: 2 },
          { at: 5, value: 2 },
        ],
        0.5,
      ),
    ).toHaveLength(2);
  });
});

describe('one key', () => {
  it('gets another value where it stands', () => {
    const [first] = refsOf(layers.group, 'x') as [KeyRef];
    expect(x(run(setKeyValue(scene, first, 333)), 40_000)).toBe(333);
    expect(momentsOf(run(setKeyValue(scene, first, 333)), layers.group, 'x')).toEqual(momentsOf(document, layers.group, 'x'));
  });
  it('goes to another moment and value at once, still hung from its word', () => {
    const [first] = refsOf(layers.group, 'x') as [KeyRef];
    const next = run(placeKey(scene, first, 52_000, -7));
    expect(momentsOf(next, layers.group, 'x')[0]).toBe(52_000);
    expect(x(next, 52_000)).toBe(-7);
    const pin = (of: Document) => Object.values(sceneIn(of, scene).layers[layers.group]?.keys?.x ?? {})[0]?.at;
    expect(pin(next)?.to).toBe(pin(document)?.to);
  });
});

describe('a move', () => {
  const slide = hangCue(scene, 'cu_00000000slid', {
    kind: 'move',
    layer: layers.star,
    x: 400,
    y: -100,
    walk: false,
    ease: 'linear',
    order: 'a9',
    start: { to: 'scene', edge: 'start', offset: 24_000 },
    end: { ticks: 48_000 },
  });
  it('becomes keys that lead the same way, and is gone', () => {
    const moved = run(slide);
    const at = (of: Document, property: 'x' | 'y', tick: number): number => valueAt(staged(of, layers.star), property, tick);
    const ticks = Array.from({ length: 41 }, (_, n) => n * 2000 + 12_000);
    const seen = { x: ticks.map((tick) => ({ at: tick, value: at(moved, 'x', tick) })), y: ticks.map((tick) => ({ at: tick, value: at(moved, 'y', tick) })) };
    const keyed = run(keysFromMoves(scene, layers.star, seen, 0.5, key), moved);
    expect(Object.values(sceneIn(keyed, scene).cues).some((cue) => cue.kind === 'move' && cue.layer === layers.star)).toBe(false);
    for (const tick of [20_000, 36_000, 60_000, 90_000]) expect(Math.abs(at(keyed, 'x', tick) - at(moved, 'x', tick))).toBeLessThan(1);
    expect(Object.keys(sceneIn(keyed, scene).layers[layers.star]?.keys?.x ?? {}).length).toBeLessThan(6);
  });
  it('is told of where there is none', () => expect(() => run(keysFromMoves(scene, layers.title, { x: [], y: [] }, 1, key))).toThrow(Failure));
  it('on foot comes of keys that slid a figure along: from key to key, at the same moments', () => {
    const [figure] = Object.entries(sceneIn(document, scene).layers).find(([, layer]) => layer.kind === 'character') as [string, unknown];
    const at = (tick: number, value: number) => addKey(scene, layerKeys(figure), 'x', tick, value, key);
    let slid = run(at(24_000, -300));
    slid = run(at(96_000, 200), slid);
    slid = run(at(120_000, 204), slid);
    const walked = run(walksFromKeys(scene, figure, makeId as never), slid);
    const before = new Set(Object.keys(sceneIn(document, scene).cues));
    const walks = Object.entries(sceneIn(walked, scene).cues).flatMap(([id, cue]) => (before.has(id) ? [] : [cue]));
    expect(walks).toMatchObject([{ x: 200, walk: true, end: { ticks: 72_000 } }]);
    expect(sceneIn(walked, scene).layers[figure]).toMatchObject({ x: -300 });
    expect(sceneIn(walked, scene).layers[figure]?.keys ?? {}).not.toHaveProperty('x');
  });
  it('on foot needs feet, and two keys', () => {
    expect(() => run(walksFromKeys(scene, layers.star, makeId as never))).toThrow('Only a character walks');
  });
});
