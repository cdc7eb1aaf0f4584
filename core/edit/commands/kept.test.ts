import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { type Layer, ThingSchema } from '../../document/schema.ts';
import { childrenOf, withinOf } from '../../document/tree.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { edit } from '../change.ts';
import { bringThing, thingOf } from './kept.ts';
import { addEffect, addLayer, changeLayer, groupLayers, layerIn, setMask } from './layers.ts';

const made = sampleDocument();
const { makeId, scene } = made;
const plain = { locked: false, hidden: false } as const;
const [desk, lamp, shade, group, outside] = Array.from({ length: 5 }, () => makeId('layer')) as [string, string, string, string, string];
const span = { start: { to: 'scene' as const, edge: 'start' as const, offset: 0 }, end: { ticks: 96_000 } };
const built = edit(made.document, 'Build', makeId('change'), (draft) => {
  addLayer(scene, outside, { kind: 'shape', form: 'ellipse', width: 50, height: 50, filled: true, line: 0, ...plain })(draft);
  addLayer(scene, desk, { kind: 'prop', prop: 'table', x: 40, y: 300, ...plain })(draft);
  addLayer(scene, lamp, { kind: 'prop', prop: 'clock', x: 60, y: 200, span: span as never, ...plain })(draft);
  addLayer(scene, shade, { kind: 'shape', form: 'rectangle', width: 90, height: 60, filled: true, line: 0, ...plain })(draft);
  addEffect(scene, lamp, makeId('effect'), { effect: 'glow', values: { size: 30 } })(draft);
  setMask(scene, lamp, { layer: shade, invert: false, feather: 0 })(draft);
  setMask(scene, desk, { layer: outside, invert: false, feather: 0 })(draft);
  groupLayers(scene, [desk, lamp, shade], group, 'Workbench')(draft);
  changeLayer(scene, group, { enter: { effect: 'fade', ticks: 4800 } } as Partial<Layer>)(draft);
}).document;
const from = built.scenes[scene] as NonNullable<(typeof built.scenes)[string]>;

describe('a group that is kept for all productions', () => {
  const thing = thingOf(from, group);
  it('is kept with all that is in it, without what its own scene alone knows', () => {
    expect(v.safeParse(ThingSchema, thing).success).toBe(true);
    expect(Object.keys(thing.layers).sort()).toEqual([group, desk, lamp, shade].sort());
    const kept = thing.layers[lamp] as Layer;
    expect([kept.span, thing.layers[group]?.enter, thing.layers[group]?.parent]).toEqual([undefined, undefined, undefined]);
    expect(Object.values(kept.effects ?? {})).toMatchObject([{ effect: 'glow', values: { size: 30 } }]);
    // A mask goes along with what masks, and is left where that stays behind.
    expect([kept.mask, thing.layers[desk]?.mask]).toEqual([{ layer: shade, invert: false, feather: 0 }, undefined]);
    // The scene is as it was.
    expect(from.layers[lamp]?.span).toEqual(span);
  });
  it('comes on under new names, in front, where it stood, as often as wanted', () => {
    const [one, two] = [makeId('layer'), makeId('layer')];
    const { document } = edit(built, 'Bring', makeId('change'), (draft) => {
      bringThing(scene, thing, one, makeId)(draft);
      bringThing(scene, thing, two, makeId, { name: 'Second' })(draft);
    });
    const now = document.scenes[scene] as typeof from;
    expect(childrenOf(now, undefined).at(-1)?.[0]).toBe(two);
    for (const root of [one, two]) {
      const ids = withinOf(now, root);
      expect(ids).toHaveLength(4);
      expect(ids.some((id) => id in thing.layers)).toBe(false);
      const masked = ids.map((id) => layerIn(now, id)).find(({ mask }) => mask) as Layer;
      expect(ids).toContain((masked.mask as { layer: string }).layer);
      expect(layerIn(now, root)).toMatchObject({ kind: 'group', x: from.layers[group]?.kind === 'group' ? from.layers[group].x : undefined });
    }
    expect(layerIn(now, two).name).toBe('Second');
  });
  it('is kept without the group that it was in', () => {
    const alone = thingOf(from, lamp);
    expect(Object.keys(alone.layers)).toEqual([lamp]);
    expect(from.layers[lamp]?.parent).toBe(group);
    expect(alone.layers[lamp]).not.toHaveProperty('parent');
  });
  it('holds no people: they are kept from the cast', () => {
    const [person] = Object.entries(from.layers).find(([, { kind }]) => kind === 'character') as [string, Layer];
    expect(() => thingOf(from, person)).toThrow('People are kept from the cast');
  });
});
