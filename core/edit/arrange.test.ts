import { describe, expect, it } from 'vitest';
import { restValue } from '../document/properties.ts';
import type { Cue, Document, Key, Layer, Scene } from '../document/schema.ts';
import { childrenOf } from '../document/tree.ts';
import { IDENTITY, type Matrix, placed } from '../draw/matrix.ts';
import { restPoint } from '../schedule/place.ts';
import { propGrip } from '../stage/layers/prop.ts';
import { refusalOf } from '../testing/refused.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import {
  addEffect,
  addLayer,
  alignLayers,
  distributeLayers,
  type Edge,
  flipLayers,
  groupLayers,
  holdLayer,
  orderEffect,
  orderLayer,
  type Placed,
  removeEffect,
  removeLayers,
  reparent,
  setBlend,
  setEffectValues,
  setMask,
  setPassage,
  ungroup,
} from './commands/layers.ts';

const sample = sampleDocument();
const { scene } = sample;
const FIGURE = inOrder((sample.document.scenes[scene] as Scene).layers)[0]?.[0] as string;
const word = inOrder(inOrder((sample.document.scenes[scene] as Scene).lines)[0]?.[1].words ?? {})[0]?.[0] as string;
const sceneIn = (of: Document): Scene => of.scenes[scene] as Scene;
const layerIn = (of: Document, id: string): Layer => sceneIn(of).layers[id] as Layer;
const run = (recipe: Recipe, on: Document) => edit(on, 'x', 'cg_000000000001', recipe);
const all = (on: Document, ...recipes: Recipe[]): Document => recipes.reduce((now, recipe) => run(recipe, now).document, on);
const refused = (recipe: Recipe, on: Document): [string, string] => refusalOf(() => run(recipe, on));
const [A, B, C, D, G] = ['la_00000000000a', 'la_00000000000b', 'la_00000000000c', 'la_00000000000d', 'la_00000000000e'];
const FLAGS = { locked: false, hidden: false } as const;
const box = (x: number, y: number, values: object = {}) => ({ kind: 'shape', form: 'rectangle', width: 10, height: 10, filled: true, line: 1, x, y, ...FLAGS, ...values }) as never;
/** An empty stage with three boxes, back to front. */
const stage = all(
  sample.document,
  (draft) => void Object.assign(sceneIn(draft as Document), { layers: { [FIGURE]: structuredClone(layerIn(sample.document, FIGURE)) }, cues: {} }),
  addLayer(scene, A, box(-100, 20)),
  addLayer(scene, B, box(40, 60)),
  addLayer(scene, C, box(300, -80)),
);
const order = (of: Document, parent?: string): string[] => childrenOf(sceneIn(of), parent).map(([id]) => id);
const at = (of: Document, id: string): [number, number] => [restValue(layerIn(of, id), 'x'), restValue(layerIn(of, id), 'y')];
const onStage = (of: Document, id: string): [number, number] => {
  const { x, y } = restPoint(sceneIn(of), id);
  return [Math.round(x * 100) / 100, Math.round(y * 100) / 100];
};
const key = (value: number | string, ticks = 0): Key => ({ at: { to: 'scene', edge: 'start', offset: ticks }, value, ease: 'linear' });
const keyed = (of: Document, id: string, keys: Record<string, Record<string, Key>>): Document => all(of, (draft) => void Object.assign(layerIn(draft as Document, id), { keys }));
const valuesOf = (of: Document, id: string, property: string): unknown[] => Object.values(layerIn(of, id).keys?.[property] ?? {}).map(({ value }) => value);
const moved = (layer: string, x: number, y: number): Cue => ({ ...(gestureOn(layer, word) as object), kind: 'move', layer, x, y, walk: false, ease: 'linear' }) as unknown as Cue;

describe('a layer among others', () => {
  it('comes in front, and goes where it is put: to the back, between, to the front', () => {
    expect(order(stage)).toEqual([FIGURE, A, B, C]);
    expect(order(all(stage, orderLayer(scene, C, null)))).toEqual([C, FIGURE, A, B]);
    expect(order(all(stage, orderLayer(scene, C, A)))).toEqual([FIGURE, A, C, B]);
    expect(order(all(stage, orderLayer(scene, A, C)))).toEqual([FIGURE, B, C, A]);
    expect(order(all(stage, orderLayer(scene, A, B)))).toEqual([FIGURE, B, A, C]);
    expect(refused(orderLayer(scene, D, null), stage)).toEqual(['no-layer', 'That layer is gone from the stage. Bring it on stage again.']);
  });
});

describe('a group', () => {
  it('lies in the middle of what it is made of, in place of the foremost, and moves nothing', () => {
    const grouped = all(stage, groupLayers(scene, [A, B], G, 'Pair'));
    expect(layerIn(grouped, G)).toMatchObject({ kind: 'group', name: 'Pair', x: -30, y: 40, locked: false, hidden: false });
    expect('parent' in layerIn(grouped, G)).toBe(false);
    expect(order(grouped)).toEqual([FIGURE, G, C]);
    expect(order(grouped, G)).toEqual([A, B]);
    expect([at(grouped, A), at(grouped, B)]).toEqual([
      [-70, -20],
      [70, 20],
    ]);
    expect([onStage(grouped, A), onStage(grouped, B)]).toEqual([onStage(stage, A), onStage(stage, B)]);
    // One thing named twice is one thing.
    expect(at(all(stage, groupLayers(scene, [A, A, B], G, 'Pair')), G)).toEqual([-30, 40]);
    expect(order(all(stage, groupLayers(scene, [A, C], G, 'Ends')))).toEqual([FIGURE, B, G]);
  });
  it('of things in a group is in that group', () => {
    const inner = all(stage, groupLayers(scene, [A, B, C], G, 'All'), groupLayers(scene, [A, B], D, 'Pair'));
    expect(layerIn(inner, D).parent).toBe(G);
    expect(order(inner, G)).toEqual([D, C]);
    expect(onStage(inner, A)).toEqual(onStage(stage, A));
    const apart = all(inner, ungroup(scene, D));
    expect(order(apart, G)).toEqual([A, B, C]);
    expect(layerIn(apart, A).parent).toBe(G);
    expect(onStage(apart, B)).toEqual(onStage(stage, B));
  });
  it('is made of something, side by side', () => {
    expect(refused(groupLayers(scene, [], G, 'None'), stage)).toEqual(['no-layers', 'Choose what shall be a group first.']);
    const grouped = all(stage, groupLayers(scene, [A, B], G, 'Pair'));
    expect(refused(groupLayers(scene, [A, C], D, 'Mixed'), grouped)).toEqual([
      'layer-parents',
      'A group is made of things that lie side by side. Take them out of their groups first.',
    ]);
    expect(refused(ungroup(scene, A), stage)).toEqual(['no-group', 'That is no group. Choose one.']);
  });
  it('taken apart leaves what was in it where it lay, between its neighbours, and says what went', () => {
    const grouped = all(stage, groupLayers(scene, [A, B], G, 'Pair'));
    const plain = run(ungroup(scene, G), grouped);
    expect(plain.message).toBeUndefined();
    expect(order(plain.document)).toEqual([FIGURE, A, B, C]);
    expect('parent' in layerIn(plain.document, A)).toBe(false);
    expect(layerIn(plain.document, G)).toBeUndefined();
    expect(onStage(plain.document, A)).toEqual(onStage(stage, A));
    // Alone at the front too.
    expect(order(all(stage, groupLayers(scene, [B, C], G, 'Pair'), ungroup(scene, G)))).toEqual([FIGURE, A, B, C]);
    const passage = { effect: 'fade', ticks: 4800 };
    const say = (...recipes: Recipe[]): string | undefined => run(ungroup(scene, G), all(grouped, ...recipes)).message;
    expect(say(setMask(scene, G, { layer: C, invert: false, feather: 0 }))).toBe('The group’s mask went with it.');
    expect(say(addEffect(scene, G, 'ef_00000000000a', { effect: 'shadow', values: {} } as never))).toBe('The group’s effects went with it.');
    for (const way of ['enter', 'exit'] as const) expect(say(setPassage(scene, G, way, passage))).toBe('The group’s coming and going went with it.');
    expect(run(ungroup(scene, G), keyed(all(grouped, setMask(scene, G, { layer: C, invert: false, feather: 0 })), G, { x: { ke_00000000000a: key(5) } })).message).toBe(
      'The group’s keys, mask went with it.',
    );
  });
  it('that is turned, large and mirrored still moves nothing that goes in or out, nor its way', () => {
    const group = all(stage, groupLayers(scene, [A, B], G, 'Pair'), (draft) => void Object.assign(layerIn(draft as Document, G), { scaleX: -2, scaleY: 3, angleDeg: 90 }));
    const inside = all(group, reparent(scene, C, G));
    expect(onStage(inside, C)).toEqual(onStage(stage, C));
    expect(layerIn(inside, C).parent).toBe(G);
    const out = all(inside, reparent(scene, C, undefined));
    expect(onStage(out, C)).toEqual(onStage(stage, C));
    expect('parent' in layerIn(out, C)).toBe(false);
    expect(restValue(layerIn(out, C), 'scaleX')).toBeCloseTo(1, 3);
    expect(restValue(layerIn(out, C), 'scaleY')).toBeCloseTo(1, 3);
    expect(((restValue(layerIn(out, C), 'angleDeg') % 360) + 360) % 360).toBeCloseTo(0, 2);
    const apart = all(group, ungroup(scene, G));
    expect(onStage(apart, A)).toEqual(onStage(group, A));
    expect(restValue(layerIn(apart, A), 'angleDeg')).not.toBe(0);
  });
  it('carries keys and moves of what comes into it', () => {
    const group = all(stage, groupLayers(scene, [A, B], G, 'Pair'), (draft) => void Object.assign(layerIn(draft as Document, G), { x: 10, y: 20, scaleX: 2, scaleY: 4 }));
    const going = keyed(group, C, {
      x: { ke_00000000000a: key(110) },
      y: { ke_00000000000b: key(60) },
      scaleX: { ke_00000000000c: key(4) },
      scaleY: { ke_00000000000d: key(4) },
      fill: { ke_00000000000f: key('#102030') },
    });
    const inside = all(
      going,
      (draft) => void (sceneIn(draft as Document).cues.cu_00000000000a = moved(C, 210, 100)),
      (draft) => void (sceneIn(draft as Document).cues.cu_00000000000b = moved(B, 1, 2)),
      reparent(scene, C, G),
    );
    expect([valuesOf(inside, C, 'x'), valuesOf(inside, C, 'y'), valuesOf(inside, C, 'fill')]).toEqual([[50], [10], ['#102030']]);
    // A group of unequal sides keeps the area that things cover.
    const factor = 1 / Math.sqrt(8);
    expect(valuesOf(inside, C, 'scaleX')[0]).toBeCloseTo(4 * factor, 6);
    expect(valuesOf(inside, C, 'scaleY')[0]).toBeCloseTo(4 * factor, 6);
    expect(restValue(layerIn(inside, C), 'scaleX')).toBeCloseTo(factor, 4);
    expect('angleDeg' in layerIn(inside, C)).toBe(false);
    expect(sceneIn(inside).cues.cu_00000000000a).toMatchObject({ x: 100, y: 20 });
    expect(sceneIn(inside).cues.cu_00000000000b).toMatchObject({ x: 1, y: 2 });
    // Turned a quarter, keys of one axis go by where the other rests; angles turn along.
    const turned = all(group, (draft) => void Object.assign(layerIn(draft as Document, G), { x: 0, y: 0, scaleX: 1, scaleY: 1, angleDeg: 90 }));
    const only = all(keyed(turned, C, { x: { ke_00000000000a: key(100) }, angleDeg: { ke_00000000000e: key(30) } }), reparent(scene, C, G));
    expect(valuesOf(only, C, 'x')[0]).toBeCloseTo(-80, 6);
    expect(valuesOf(only, C, 'angleDeg')[0]).toBeCloseTo(-60, 6);
    const other = all(keyed(turned, C, { y: { ke_00000000000a: key(50) } }), reparent(scene, C, G));
    expect(valuesOf(other, C, 'y')[0]).toBeCloseTo(-300, 6);
    const mirrored = all(group, (draft) => void Object.assign(layerIn(draft as Document, G), { x: 0, y: 0, scaleX: 1, scaleY: -1 }));
    const flipped = all(keyed(mirrored, C, { angleDeg: { ke_00000000000e: key(30) }, scaleY: { ke_00000000000d: key(2) } }), reparent(scene, C, G));
    expect(valuesOf(flipped, C, 'angleDeg')[0]).toBeCloseTo(-30, 6);
    expect(valuesOf(flipped, C, 'scaleY')[0]).toBeCloseTo(-2, 6);
    expect(restValue(layerIn(flipped, C), 'scaleY')).toBe(-1);
  });
});

describe('a layer put into another', () => {
  const group = all(stage, groupLayers(scene, [A, B], G, 'Pair'));
  it('lies in front, at the back or in front of a given one', () => {
    expect(order(all(group, reparent(scene, C, G)), G)).toEqual([A, B, C]);
    expect(order(all(group, reparent(scene, C, G, null)), G)).toEqual([C, A, B]);
    expect(order(all(group, reparent(scene, C, G, A)), G)).toEqual([A, C, B]);
    expect(order(all(group, reparent(scene, A, undefined, FIGURE)))).toEqual([FIGURE, A, G, C]);
    // Within its own parent it only changes places, and stays where it is.
    const same = all(group, reparent(scene, A, G, B));
    expect(order(same, G)).toEqual([B, A]);
    expect(at(same, A)).toEqual(at(group, A));
  });
  it('cannot go into itself or what is in it', () => {
    const sentence = ['layer-ring', 'A group cannot be put into itself. Choose another group.'];
    expect(refused(reparent(scene, G, G), group)).toEqual(sentence);
    expect(refused(reparent(scene, G, A), group)).toEqual(sentence);
    expect(refused(reparent(scene, C, D), group)[0]).toBe('no-layer');
  });
  it('an effect has no place to carry', () => {
    const rain = all(group, addLayer(scene, D, { kind: 'effect', effect: 'rain', values: {}, ...FLAGS } as never), reparent(scene, D, G));
    expect('x' in layerIn(rain, D)).toBe(false);
    expect(layerIn(rain, D).parent).toBe(G);
  });
  it('as a hand’s hold is at the hand, as large as it was, taken where one takes it, and free again when it leaves', () => {
    const sized = all(stage, (draft) => void Object.assign(layerIn(draft as Document, FIGURE), { scaleX: -2, scaleY: 4 }));
    const held = all(sized, (draft) => void Object.assign(layerIn(draft as Document, A), { scaleX: 3, scaleY: 2 }), holdLayer(scene, A, FIGURE, 'left'));
    expect(layerIn(held, A)).toMatchObject({ parent: FIGURE, hand: 'left', x: 0, y: 0, scaleX: 1.5, scaleY: 0.5 });
    expect('anchorX' in layerIn(held, A)).toBe(false);
    const lamp = all(sized, addLayer(scene, D, { kind: 'prop', name: 'Lamp', prop: 'lantern', x: 5, y: 6, ...FLAGS } as never), holdLayer(scene, D, FIGURE, 'right'));
    const grip = propGrip('lantern');
    expect(restValue(layerIn(lamp, D), 'anchorX')).toBeCloseTo(grip.x, 4);
    expect(restValue(layerIn(lamp, D), 'anchorY')).toBeCloseTo(grip.y, 4);
    expect(layerIn(lamp, D)).toMatchObject({ hand: 'right', scaleX: 0.5, scaleY: 0.25 });
    expect('hand' in layerIn(all(held, reparent(scene, A, undefined)), A)).toBe(false);
    const flat = all(stage, (draft) => void Object.assign(layerIn(draft as Document, FIGURE), { scaleX: 0, scaleY: 1 }), holdLayer(scene, A, FIGURE, 'left'));
    expect(layerIn(flat, A)).toMatchObject({ scaleX: 1, scaleY: 1 });
    expect(refused(holdLayer(scene, A, B, 'left'), stage)).toEqual(['no-hand', 'Only a figure can hold something. Choose a character.']);
  });
});

describe('layers that go', () => {
  it('take along what is in them, their cues and masks, and say so', () => {
    expect(run(removeLayers(scene, [A]), stage).message).toBeUndefined();
    expect(order(run(removeLayers(scene, [A, 'la_000000000000']), stage).document)).toEqual([FIGURE, B, C]);
    const two = all(stage, groupLayers(scene, [A, B], G, 'Pair'));
    expect(run(removeLayers(scene, [G]), two).message).toBe('2 layers in it went with it.');
    expect(run(removeLayers(scene, [G]), all(stage, groupLayers(scene, [A], G, 'One'))).message).toBe('1 layer in it went with it.');
    expect(order(run(removeLayers(scene, [G]), two).document)).toEqual([FIGURE, C]);
    const cues = (count: number): Document =>
      all(stage, (draft) => {
        for (let n = 0; n < count; n++) sceneIn(draft as Document).cues[`cu_00000000000${n}`] = moved(A, n, n);
      });
    expect(run(removeLayers(scene, [A]), cues(1)).message).toBe('1 cue went with it.');
    expect(run(removeLayers(scene, [A]), cues(2)).message).toBe('2 cues went with it.');
    const mask = all(stage, setMask(scene, B, { layer: A, invert: false, feather: 0 }));
    const unmasked = run(removeLayers(scene, [A]), mask);
    expect(unmasked.message).toBe('The mask that it was went with it.');
    expect('mask' in layerIn(unmasked.document, B)).toBe(false);
    expect(run(removeLayers(scene, [C]), mask).message).toBeUndefined();
  });
  it('are looked at no more, and no camera’s subject', () => {
    const looks = all(stage, (draft) => {
      const { cues } = sceneIn(draft as Document);
      const look = (target: object): Cue => ({ ...(gestureOn(FIGURE, word) as object), kind: 'look', target }) as unknown as Cue;
      const base = gestureOn(FIGURE, word);
      Object.assign(cues, {
        cu_00000000000a: { ...look({ to: 'layer', layer: A }), action: undefined, hand: undefined, strength: undefined },
        cu_00000000000b: { ...look({ to: 'layer', layer: B }), action: undefined, hand: undefined, strength: undefined },
        cu_00000000000c: { kind: 'camera', order: 'a0', start: base.start, end: base.end, over: 0, framing: 'close', subjects: [A, B], x: 0, y: 0, width: 900, push: 0 },
      });
    });
    const { cues } = sceneIn(all(looks, removeLayers(scene, [A])));
    expect(cues.cu_00000000000a).toMatchObject({ target: { to: 'viewer' } });
    expect(cues.cu_00000000000b).toMatchObject({ target: { to: 'layer', layer: B } });
    expect(cues.cu_00000000000c).toMatchObject({ subjects: [B] });
  });
});

describe('lining up', () => {
  const place = (id: string, left: number, top: number, right: number, bottom: number, parent: Matrix = IDENTITY): Placed => ({
    id,
    parent,
    corners: [
      { x: left, y: top },
      { x: right, y: top },
      { x: right, y: bottom },
      { x: left, y: bottom },
    ],
  });
  const three = [place(A, -110, 10, -90, 30), place(B, 20, 50, 60, 70), place(C, 290, -100, 310, -60)];
  const frame = { width: 1920, height: 1080 };
  const moves = (of: Document): number[][] => [A, B, C].map((id) => [at(of, id)[0] - at(stage, id)[0], at(of, id)[1] - at(stage, id)[1]]);
  it.each<[Edge, number[][]]>([
    [
      'left',
      [
        [0, 0],
        [-130, 0],
        [-400, 0],
      ],
    ],
    [
      'right',
      [
        [400, 0],
        [250, 0],
        [0, 0],
      ],
    ],
    [
      'centre',
      [
        [200, 0],
        [60, 0],
        [-200, 0],
      ],
    ],
    [
      'top',
      [
        [0, -110],
        [0, -150],
        [0, 0],
      ],
    ],
    [
      'bottom',
      [
        [0, 40],
        [0, 0],
        [0, 130],
      ],
    ],
    [
      'middle',
      [
        [0, -35],
        [0, -75],
        [0, 65],
      ],
    ],
  ])('by %s moves each thing along one axis, as far as it must', (edge, expected) => {
    expect(moves(all(stage, alignLayers(scene, three, edge, frame)))).toEqual(expected);
  });
  it('of one thing goes by the frame', () => {
    const one = (edge: Edge): number[] => at(all(stage, alignLayers(scene, [three[1] as Placed], edge, frame)), B).map((value, n) => value - (at(stage, B)[n] as number));
    expect([one('left'), one('right'), one('centre'), one('top'), one('bottom'), one('middle')]).toEqual([
      [-980, 0],
      [900, 0],
      [-40, 0],
      [0, -590],
      [0, 470],
      [0, -60],
    ]);
  });
  it('goes by the stage, whatever the things are in', () => {
    const half = placed(500, 0, 2, 2, Math.PI / 2);
    const now = all(stage, alignLayers(scene, [three[0] as Placed, place(B, 20, 50, 60, 70, half)], 'left', frame));
    expect(at(now, B)[0]).toBeCloseTo(40, 5);
    expect(at(now, B)[1]).toBeCloseTo(60 + 65, 5);
  });
  it('evenly makes the gaps equal, whichever order they are named in; the outer ones stay', () => {
    const expected = [
      [0, 0],
      [60, 0],
      [0, 0],
    ];
    expect(moves(all(stage, distributeLayers(scene, three, 'x')))).toEqual(expected);
    expect(moves(all(stage, distributeLayers(scene, [...three].reverse(), 'x')))).toEqual(expected);
    expect(moves(all(stage, distributeLayers(scene, three, 'y')))).toEqual([
      [0, -25],
      [0, 0],
      [0, 0],
    ]);
    expect(refused(distributeLayers(scene, three.slice(1), 'x'), stage)).toEqual(['too-few', 'Choose three things or more: the outer ones stay, those between are moved.']);
  });
});

describe('what a layer looks like', () => {
  it('is mirrored with its keys, twice as before; an effect is not', () => {
    const wide = keyed(stage, A, { scaleX: { ke_00000000000a: key(2) }, fill: { ke_00000000000b: key('#102030') } });
    const flipped = all(wide, addLayer(scene, D, { kind: 'effect', effect: 'rain', values: {}, ...FLAGS } as never), flipLayers(scene, [A, D]));
    expect(layerIn(flipped, A).kind === 'shape' && restValue(layerIn(flipped, A), 'scaleX')).toBe(-1);
    expect(valuesOf(flipped, A, 'scaleX')).toEqual([-2]);
    expect('scaleX' in layerIn(flipped, D)).toBe(false);
    expect(restValue(layerIn(all(flipped, flipLayers(scene, [A])), A), 'scaleX')).toBe(1);
  });
  it('is blended, or not, and comes and goes, or not', () => {
    const screen = all(stage, setBlend(scene, A, 'screen'));
    expect(layerIn(screen, A).blend).toBe('screen');
    expect('blend' in layerIn(all(screen, setBlend(scene, A, 'normal')), A)).toBe(false);
    const passage = { effect: 'fade', ticks: 4800 };
    const comes = all(stage, setPassage(scene, A, 'enter', passage));
    expect(layerIn(comes, A).enter).toEqual(passage);
    expect('enter' in layerIn(all(comes, setPassage(scene, A, 'enter', undefined)), A)).toBe(false);
    expect('exit' in layerIn(comes, A)).toBe(false);
  });
  it('has effects in an order, each with its values, until the last is gone', () => {
    const [E, F, H] = ['ef_00000000000a', 'ef_00000000000b', 'ef_00000000000c'];
    const shadow = { effect: 'shadow', values: {} } as never;
    const three = all(stage, addEffect(scene, A, E, shadow), addEffect(scene, A, F, shadow), addEffect(scene, A, H, shadow));
    const effects = (of: Document): string[] => inOrder(layerIn(of, A).effects ?? {}).map(([id]) => id);
    expect(effects(three)).toEqual([E, F, H]);
    expect(effects(all(three, orderEffect(scene, A, H, null)))).toEqual([H, E, F]);
    expect(effects(all(three, orderEffect(scene, A, E, H)))).toEqual([F, H, E]);
    expect(effects(all(three, orderEffect(scene, A, E, F)))).toEqual([F, E, H]);
    const makeId = (): string => 'ke_00000000000a';
    const near = all(three, setEffectValues(scene, A, E, { blur: 3 }, 0, makeId));
    expect(layerIn(near, A).effects?.[E]?.values).toMatchObject({ blur: 3 });
    const gone = ['no-effect', 'That effect is gone from the layer. Put it on again.'];
    expect(refused(setEffectValues(scene, A, 'ef_000000000000', {}, 0, makeId), three)).toEqual(gone);
    expect(refused(removeEffect(scene, B, E), three)).toEqual(gone);
    expect(refused(orderEffect(scene, B, E, null), three)).toEqual(gone);
    expect(refused(setEffectValues(scene, A, null, {}, 0, makeId), three)).toEqual(['no-effect', 'That layer is no effect. Choose one.']);
    expect(effects(all(three, removeEffect(scene, A, F)))).toEqual([E, H]);
    const none = all(three, removeEffect(scene, A, E), removeEffect(scene, A, F), removeEffect(scene, A, H));
    expect('effects' in layerIn(none, A)).toBe(false);
    const rain = all(stage, addLayer(scene, D, { kind: 'effect', effect: 'rain', values: {}, ...FLAGS } as never));
    const [name] = Object.keys((layerIn(all(rain, setEffectValues(scene, D, null, { amount: 0.3 }, 0, makeId)), D) as { values: object }).values);
    expect(name).toBe('amount');
    const keyedRain = keyed(rain, D, { amount: { ke_00000000000b: key(0.1, 48_000) } });
    const later = all(keyedRain, setEffectValues(scene, D, null, { amount: 0.9 }, 96_000, makeId));
    expect(valuesOf(later, D, 'amount')).toEqual([0.1, 0.9]);
    expect((layerIn(later, D) as { values: object }).values).toEqual({});
  });
});
