import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PROPERTY_IDS, propertiesOf, propertyInfo, restOf, restValue } from '../document/properties.ts';
import type { Document, Layer } from '../document/schema.ts';
import { childrenOf, inTreeOrder, parentsOf, withinOf } from '../document/tree.ts';
import { transform } from '../draw/matrix.ts';
import { NO_FONTS } from '../draw/text.ts';
import { restPoint } from '../schedule/place.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { valueAt } from '../schedule/staged.ts';
import { layerBoxes } from '../stage/boxes.ts';
import { stageMatrix } from '../stage/place.ts';
import { everything, sceneIn } from '../testing/everything.ts';
import { applyPatches, edit, inverted, type Recipe } from './change.ts';
import {
  addEffect,
  addLayer,
  alignLayers,
  changeLayer,
  distributeLayers,
  flipLayers,
  groupLayers,
  holdLayer,
  orderEffect,
  orderLayer,
  outermost,
  removeEffect,
  removeLayers,
  reparent,
  setBlend,
  setEffectValues,
  setMask,
  setPassage,
  setProperty,
  setSpan,
  ungroup,
} from './commands/layers.ts';

const made = everything();
const { document, scene, layers, key } = made;
const CHANGE = 'cg_000000000001';
const run = (recipe: Recipe, from: Document = document): Document => edit(from, 'x', CHANGE, recipe).document;
const layerOf = (id: string, of: Document = document): Layer => sceneIn(of, scene).layers[id] as Layer;
const scheduled = (of: Document) => sceneSchedule(of, sceneIn(of, scene), () => undefined);
const boxesOf = (of: Document, ids: readonly string[]) => layerBoxes(scheduled(of), 1000, NO_FONTS).filter(({ id }) => ids.includes(id));
const extent = (of: Document, id: string) => {
  const [box] = boxesOf(of, [id]);
  const xs = (box?.corners ?? []).map(({ x }) => x);
  const ys = (box?.corners ?? []).map(({ y }) => y);
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
};
/** Where the feet and the head of everything lie at some moments: what must not change when things are put into groups. */
const places = (of: Document): number[] =>
  [0, 60_000, 120_000, 180_000].flatMap((tick) =>
    Object.keys(sceneIn(of, scene).layers)
      .filter((id) => layerOf(id, of).kind !== 'group' && layerOf(id, of).kind !== 'effect')
      .sort()
      .flatMap((id) => [transform(stageMatrix(scheduled(of), id, tick), 0, 0), transform(stageMatrix(scheduled(of), id, tick), 30, -100)])
      .flatMap(({ x, y }) => [x, y]),
  );
const near = (a: readonly number[], b: readonly number[]): void => {
  expect(a.length).toBe(b.length);
  a.forEach((value, n) => void expect(Math.abs(value - (b[n] as number))).toBeLessThan(0.01));
};

describe('the table of properties', () => {
  it('rests within its own bounds, and each kind of layer has some of it', () => {
    for (const id of PROPERTY_IDS) {
      const { least, most, rest, step } = propertyInfo(id);
      expect(rest >= least && rest <= most && step > 0, id).toBe(true);
    }
    for (const kind of ['character', 'prop', 'picture', 'text', 'shape', 'group', 'effect'] as const) expect(propertiesOf(kind).length).toBeGreaterThan(0);
    expect([restOf('character', 'anchorY'), restOf('picture', 'anchorY')]).toEqual([1, 0.5]);
  });
  it('is what is checked: a value beyond its bounds and a property of another kind are refused in a sentence', () => {
    expect(() => run(setProperty(scene, layers.card, { opacity: 1.2 }, 0, key))).toThrow(/opacity is above 1/);
    expect(() => run(changeLayer(scene, layers.card, { turn: 0.5 } as never))).toThrow(/turn/);
    expect(() => run(setProperty(scene, layers.group, { x: 1e9 }, 0, key))).toThrow(/keys hold a value that its property cannot have/);
  });
});

describe('a property', () => {
  it('is set at rest where it has no keys', () => {
    expect(layerOf(layers.card, run(setProperty(scene, layers.card, { opacity: 0.4, tint: '#112233' }, 5000, key)))).toMatchObject({ opacity: 0.4, tint: '#112233' });
  });
  it('is set by a key at the playhead where it has some; one within half a frame is replaced', () => {
    const count = (of: Document): number => Object.keys(layerOf(layers.group, of).keys?.x ?? {}).length;
    const more = run(setProperty(scene, layers.group, { x: 50 }, 90_000, key));
    expect(count(more)).toBe(count(document) + 1);
    expect(restValue(layerOf(layers.group, more), 'x')).toBe(restValue(layerOf(layers.group), 'x'));
    const again = run(setProperty(scene, layers.group, { x: 60 }, 90_900, key), more);
    expect(count(again)).toBe(count(more));
    const staged = scheduled(again).layers.get(layers.group);
    expect(staged && valueAt(staged, 'x', 90_000)).toBe(60);
  });
});

describe('layers of one parent', () => {
  it('change places in front and behind', () => {
    const siblings = childrenOf(sceneIn(document, scene), undefined).map(([id]) => id);
    const back = run(orderLayer(scene, siblings.at(-1) as string, null));
    expect(childrenOf(sceneIn(back, scene), undefined)[0]?.[0]).toBe(siblings.at(-1));
    const between = run(orderLayer(scene, siblings[0] as string, siblings[2] as string));
    expect(
      childrenOf(sceneIn(between, scene), undefined)
        .map(([id]) => id)
        .slice(0, 3),
    ).toEqual([siblings[1], siblings[2], siblings[0]]);
  });
  it('come in front of those of their own parent', () => {
    const next = run(addLayer(scene, 'la_000000000007', { kind: 'prop', prop: 'radio', parent: layers.group, locked: false, hidden: false }));
    expect(childrenOf(sceneIn(next, scene), layers.group).at(-1)?.[0]).toBe('la_000000000007');
  });
});

describe('a group', () => {
  it('leaves everything where it is, whatever moves in it, and so does taking it apart', () => {
    const grouped = run(groupLayers(scene, [layers.card, layers.star], 'la_000000000008', 'Two'));
    near(places(grouped), places(document));
    expect(childrenOf(sceneIn(grouped, scene), 'la_000000000008').map(([id]) => id)).toEqual([layers.card, layers.star]);
    near(places(run(ungroup(scene, 'la_000000000008'), grouped)), places(document));
  });
  it('that is turned, sized and mirrored is left by what was in it without a move', () => {
    const made = run(groupLayers(scene, [layers.card, layers.hole], 'la_000000000008', 'Two'));
    fc.assert(
      fc.property(fc.integer({ min: -170, max: 170 }), fc.integer({ min: 3, max: 30 }), fc.boolean(), (angleDeg, tenths, flip) => {
        const size = tenths / 10;
        const turned = run(setProperty(scene, 'la_000000000008', { angleDeg, scaleX: flip ? -size : size, scaleY: size }, 0, key), made);
        const out = run(reparent(scene, layers.card, undefined), turned);
        expect(layerOf(layers.card, out).parent).toBeUndefined();
        near(places(out), places(turned));
      }),
      { numRuns: 40 },
    );
  });
  it('says what of its own goes when it is taken apart', () => {
    expect(edit(document, 'x', CHANGE, ungroup(scene, layers.group)).message).toMatch(/keys went with it/);
  });
  it('cannot be in itself, nor be made of things of several groups', () => {
    expect(() => run(reparent(scene, layers.group, layers.group))).toThrow(/into itself/);
    expect(() => run(changeLayer(scene, layers.star, { parent: layers.card }))).toThrow(/no group/);
    expect(() => run(groupLayers(scene, [layers.lamp, layers.card], 'la_000000000008', 'Two'))).toThrow(/side by side/);
    expect(() => run(groupLayers(scene, [], 'la_000000000008', 'None'))).toThrow(/Choose/);
    const inner = run(groupLayers(scene, [layers.group, layers.card], 'la_000000000008', 'Outer'));
    expect(() => run(changeLayer(scene, 'la_000000000008', { parent: layers.group }), inner)).toThrow(/cannot be in a group that is in it/);
  });
  it('goes with all that is in it, the cues of those, and the mask that one of them was', () => {
    const outer = run(groupLayers(scene, [layers.first, layers.hole], 'la_000000000008', 'Outer'));
    const { document: gone, message } = edit(outer, 'x', CHANGE, removeLayers(scene, ['la_000000000008']));
    for (const id of [layers.first, layers.hole, layers.bag]) expect(layerOf(id, gone)).toBeUndefined();
    expect(Object.values(sceneIn(gone, scene).cues).some((cue) => 'layer' in cue && cue.layer === layers.first)).toBe(false);
    expect(layerOf(layers.card, gone).mask).toBeUndefined();
    expect(message).toMatch(/3 layers in it and 2 cues and the mask that it was went with it/);
  });
});

describe('a figure’s hand', () => {
  it('holds a prop where one takes it, as large as it was', () => {
    const held = layerOf(layers.bag);
    expect(held).toMatchObject({ parent: layers.first, hand: 'right', x: 0, y: 0 });
    expect(restValue(held, 'scaleX') * restValue(layerOf(layers.first), 'scaleX')).toBeCloseTo(0.6, 3);
    // By the handle, not by the foot.
    expect(restValue(held, 'anchorY')).toBeLessThan(0.5);
  });
  it('holds no figure, no group, and only figures hold', () => {
    expect(() => run(holdLayer(scene, layers.card, layers.lamp, 'left'))).toThrow(/Only a figure/);
    expect(() => run(holdLayer(scene, layers.group, layers.first, 'left'))).toThrow(/can hold/);
  });
});

describe('lining up', () => {
  it.each(['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const)('by the %s brings edges together, also of what is turned or in a group', (edge) => {
    const ids = [layers.card, layers.star, layers.lamp];
    const next = run(alignLayers(scene, boxesOf(document, ids), edge, { width: 1920, height: 1080 }));
    const marks = ids.map((id) => {
      const { left, right, top, bottom } = extent(next, id);
      return { left, right, top, bottom, centre: (left + right) / 2, middle: (top + bottom) / 2 }[edge];
    });
    for (const mark of marks) expect(Math.abs(mark - (marks[0] as number))).toBeLessThan(0.1);
  });
  it('of one thing alone goes by the frame', () => {
    const next = run(alignLayers(scene, boxesOf(document, [layers.star]), 'left', { width: 1920, height: 1080 }));
    expect(extent(next, layers.star).left).toBeCloseTo(-960, 1);
  });
  it('evenly makes the gaps equal and leaves the outer ones', () => {
    const ids = [layers.card, layers.star, layers.title, layers.hole];
    const spread = run(setSpan(scene, layers.title, undefined));
    const next = run(distributeLayers(scene, boxesOf(spread, ids), 'x'), spread);
    const sorted = ids.map((id) => extent(next, id)).sort((a, b) => a.left + a.right - b.left - b.right);
    const gaps = sorted.slice(1).map((one, n) => one.left - (sorted[n] as (typeof sorted)[number]).right);
    for (const gap of gaps) expect(Math.abs(gap - (gaps[0] as number))).toBeLessThan(0.2);
    expect(Math.min(...sorted.map(({ left }) => left))).toBeCloseTo(Math.min(...ids.map((id) => extent(spread, id).left)), 1);
    expect(() => run(distributeLayers(scene, boxesOf(document, [layers.card, layers.star]), 'x'))).toThrow(/three things/);
  });
  it('takes the whole way of a thing along, moves and keys too', () => {
    const before = scheduled(document).layers.get(layers.star);
    const next = run(alignLayers(scene, boxesOf(document, [layers.star]), 'left', { width: 1920, height: 1080 }));
    const after = scheduled(next).layers.get(layers.star);
    if (!before || !after) throw new Error('no star');
    const by = valueAt(after, 'x', 0) - valueAt(before, 'x', 0);
    for (const tick of [50_000, 100_000, 200_000]) expect(valueAt(after, 'x', tick) - valueAt(before, 'x', tick)).toBeCloseTo(by, 3);
  });
});

describe('mirroring', () => {
  it('twice is as before, and a mirrored figure walks on its own feet the same way', () => {
    expect(run(flipLayers(scene, [layers.first]), run(flipLayers(scene, [layers.first])))).toEqual(
      run(setProperty(scene, layers.first, { scaleX: restValue(layerOf(layers.first), 'scaleX') }, 0, key)),
    );
    const mirrored = scheduled(run(flipLayers(scene, [layers.first]))).layers.get(layers.first);
    const upright = scheduled(document).layers.get(layers.first);
    if (!mirrored?.acting || !upright?.acting) throw new Error('nobody');
    expect(mirrored.acting.facing).toBe(-1);
    // It comes to the same place on the stage; its feet are planned along its own way.
    expect(valueAt(mirrored, 'x', 200_000)).toBeCloseTo(valueAt(upright, 'x', 200_000), 3);
    const foot = mirrored.acting.feet?.R.x;
    expect(foot && Math.sign((foot.values.at(-1) as number) - (foot.values[0] as number))).toBe(-1);
  });
});

describe('times, ways in and out, masks, blends and effects', () => {
  it('are set and taken away again without a trace', () => {
    const plain = run(setSpan(scene, layers.title, undefined), run(setPassage(scene, layers.title, 'enter', undefined)));
    expect(layerOf(layers.title, plain)).not.toHaveProperty('span');
    expect(layerOf(layers.title, plain)).not.toHaveProperty('enter');
    expect(layerOf(layers.card, run(setMask(scene, layers.card, undefined)))).not.toHaveProperty('mask');
    expect(layerOf(layers.star, run(setBlend(scene, layers.star, 'normal')))).not.toHaveProperty('blend');
    expect(layerOf(layers.card, run(removeEffect(scene, layers.card, made.shadow)))).not.toHaveProperty('effects');
  });
  it('of a mask that leads nowhere or in a ring are refused', () => {
    expect(() => run(setMask(scene, layers.star, { layer: 'la_000000000099', invert: false, feather: 0 }))).toThrow(/gone/);
    expect(() => run(setMask(scene, layers.star, { layer: layers.star, invert: false, feather: 0 }))).toThrow(/by itself/);
    expect(() => run(setMask(scene, layers.lamp, { layer: layers.group, invert: false, feather: 0 }))).toThrow(/what it is in/);
    expect(() => run(setMask(scene, layers.star, { layer: layers.card, invert: false, feather: 0 }))).toThrow(/mask of its own/);
  });
  it('lie on a layer in an order that can be changed, with values and keys of their own', () => {
    const two = run(addEffect(scene, layers.card, 'ef_000000000002', { effect: 'glow', values: {} }));
    const first = run(orderEffect(scene, layers.card, 'ef_000000000002', null), two);
    expect(
      scheduled(first)
        .layers.get(layers.card)
        ?.effects.map(({ effect }) => effect),
    ).toEqual(['glow', 'shadow']);
    const set = run(setEffectValues(scene, layers.card, made.shadow, { strength: 0.9, blur: 7 }, 60_000, key));
    const shadow = layerOf(layers.card, set).effects?.[made.shadow];
    expect(shadow?.values).toMatchObject({ x: 14, strength: 0.9 });
    expect(Object.keys(shadow?.keys?.blur ?? {})).toHaveLength(3);
    expect(layerOf(layers.tone, run(setEffectValues(scene, layers.tone, null, { contrast: 0.2 }, 0, key)))).toMatchObject({ values: { saturation: -0.4, contrast: 0.2 } });
    expect(() => run(setEffectValues(scene, layers.card, null, { x: 1 }, 0, key))).toThrow(/no effect/);
    expect(() => run(setEffectValues(scene, layers.card, 'ef_000000000099', { x: 1 }, 0, key))).toThrow(/gone/);
  });
});

describe('the tree', () => {
  it('is told in painting order, with what is in what', () => {
    const order = [...inTreeOrder(sceneIn(document, scene))].map(([id, , depth]) => `${depth} ${id}`);
    expect(order.indexOf(`1 ${layers.lamp}`)).toBeGreaterThan(order.indexOf(`0 ${layers.group}`));
    expect(parentsOf(sceneIn(document, scene), layers.lamp)).toEqual([layers.group]);
    expect(withinOf(sceneIn(document, scene), layers.group).sort()).toEqual([layers.group, layers.lamp, layers.second].sort());
    expect(outermost(sceneIn(document, scene), [layers.lamp, layers.group, layers.card])).toEqual([layers.group, layers.card]);
  });
  it('leads to the stage: a point of a thing in a group lies where the group puts it', () => {
    const { x, y } = restPoint(sceneIn(document, scene), layers.lamp);
    expect([x, y]).toEqual([620, 440]);
  });
});

describe('every command', () => {
  const recipes: Readonly<Record<string, Recipe>> = {
    property: setProperty(scene, layers.group, { x: 5, opacity: 0.5 }, 20_000, key),
    group: groupLayers(scene, [layers.card, layers.star], 'la_000000000008', 'Two'),
    ungroup: ungroup(scene, layers.group),
    reparent: reparent(scene, layers.star, layers.group, null),
    order: orderLayer(scene, layers.card, null),
    align: alignLayers(scene, boxesOf(document, [layers.card, layers.star]), 'top', { width: 1920, height: 1080 }),
    flip: flipLayers(scene, [layers.first, layers.group]),
    span: setSpan(scene, layers.star, { start: { to: 'scene', edge: 'start', offset: 9 }, end: { ticks: 5 } }),
    remove: removeLayers(scene, [layers.group, layers.hole]),
    effect: addEffect(scene, layers.star, 'ef_000000000002', { effect: 'soften', values: { blur: 3 } }),
  };
  it.each(Object.keys(recipes))('is taken back whole: %s', (name) => {
    const { document: next, change } = edit(document, 'x', CHANGE, recipes[name] as Recipe);
    expect(next).not.toEqual(document);
    expect(change && applyPatches(next, inverted(change, 'cg_000000000002').parts, 'forward')).toEqual(document);
  });
});
