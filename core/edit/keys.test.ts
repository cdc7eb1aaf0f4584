import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Document } from '../document/schema.ts';
import { readOklch } from '../draw/colour.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { colourAt, valueAt } from '../schedule/staged.ts';
import { everything, sceneIn } from '../testing/everything.ts';
import { eased } from '../time/easing.ts';
import { edit, type Recipe } from './change.ts';
import { copyCue } from './commands/cues.ts';
import { addKey, copyKeys, deleteKeys, easeKeys, type KeyRef, moveKeys, recordKeys, reverseKeys, scaleKeys, thinned } from './commands/keys.ts';

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
