import { failure } from '../../document/failure.ts';
import { type ColourProperty, type Property, restValue } from '../../document/properties.ts';
import type { BlendName, Effect, Layer, Mask, Passage, Scene, StageSpan } from '../../document/schema.ts';
import { childrenOf, parentsOf, withinOf } from '../../document/tree.ts';
import { IDENTITY, invert, type Matrix, multiply, transform } from '../../draw/matrix.ts';
import { restParent, restPlace } from '../../schedule/place.ts';
import { propGrip } from '../../stage/layers/prop.ts';
import { inOrder, orderAtEnd, orderBetween } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { repin } from '../repin.ts';
import { keyAtPlayhead, layerKeys } from './keys.ts';
import { sceneOf } from './lines.ts';

export const layerIn = (scene: Scene, id: string): Layer => {
  const layer = scene.layers[id];
  if (!layer) throw failure('no-layer', 'That layer is gone from the stage. Bring it on stage again.');
  return layer;
};

/** A layer as it comes on the stage: who adds it says what it is, its order is found. */
export type NewLayer = Layer extends infer L ? (L extends Layer ? Omit<L, 'order'> : never) : never;

/** Brings a layer on stage, in front of all others of its parent. */
export const addLayer =
  (scene: string, layerId: string, layer: NewLayer): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    target.layers[layerId] = { ...layer, order: orderAtEnd(Object.fromEntries(childrenOf(target, layer.parent))) } as Layer;
  };

/** Fields of a layer that are no properties: its words, its form, its flags. */
export const changeLayer =
  (scene: string, layerId: string, values: Partial<Layer>): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId) as Record<string, unknown>;
    // What is given as undefined is left out again.
    for (const [field, value] of Object.entries(values))
      if (value === undefined) delete layer[field];
      else layer[field] = value;
  };

export type PropertyValues = { readonly [P in Property]?: number } & { readonly [C in ColourProperty]?: string };

/**
 * Sets properties: the rest value where there are no keys, else a key at `at` (ticks of the scene); a key within half a
 * frame of it is replaced. `makeId` names new keys. `keying`: a key in any case.
 */
export const setProperty =
  (scene: string, layerId: string, values: PropertyValues, at: number, makeId: () => string, keying = false): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target, layerId);
    for (const [property, value] of Object.entries(values) as [string, number | string][]) {
      const keys = layer.keys?.[property];
      if (keying || (keys && Object.keys(keys).length)) keyAtPlayhead(target, layerKeys(layerId), property, at, value, draft.production.fps, makeId);
      else Object.assign(layer, { [property]: value });
    }
  };

/** Moves a layer in front of `below`, one of the same parent (null: to the very back). */
export const orderLayer =
  (scene: string, layerId: string, below: string | null): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target, layerId);
    const rest = childrenOf(target, layer.parent).filter(([id]) => id !== layerId);
    const index = below === null ? -1 : rest.findIndex(([id]) => id === below);
    layer.order = orderBetween(rest[index]?.[1].order ?? null, rest[index + 1]?.[1].order ?? null);
  };

/** Takes layers off stage with all that is in them, and their cues. Their lines stay in the script. */
export const removeLayers =
  (scene: string, layerIds: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layers = new Set(layerIds.flatMap((id) => (target.layers[id] ? withinOf(target, id) : [])));
    const cues = new Set(
      Object.entries(target.cues)
        .filter(([, cue]) => 'layer' in cue && layers.has(cue.layer))
        .map(([id]) => id),
    );
    repin(target, { cues, layers }, draft.production.fps);
    for (const id of cues) delete target.cues[id];
    for (const cue of Object.values(target.cues)) {
      if (cue.kind === 'camera') cue.subjects = cue.subjects.filter((id) => !layers.has(id));
      if (cue.kind === 'camera' && cue.focus?.on && layers.has(cue.focus.on)) cue.focus = { ...cue.focus, on: null };
      if (cue.kind === 'look' && cue.target.to === 'layer' && layers.has(cue.target.layer)) cue.target = { to: 'viewer' };
    }
    for (const layer of Object.values(target.layers)) {
      if ('of' in layer && layer.of !== undefined && layers.has(layer.of)) delete layer.of;
      // What it pointed at is gone: it stays where it was, and points at nothing.
      if (layer.kind === 'mark' && layer.to !== undefined && layers.has(layer.to)) delete layer.to;
    }
    let unmasked = 0;
    for (const layer of Object.values(target.layers))
      if (layer.mask && 'layer' in layer.mask && layers.has(layer.mask.layer)) {
        delete layer.mask;
        unmasked++;
      }
    for (const id of layers) delete target.layers[id];
    const went = [
      ...(layers.size > layerIds.length ? [`${layers.size - layerIds.length} layer${layers.size - layerIds.length === 1 ? '' : 's'} in it`] : []),
      ...(cues.size ? [`${cues.size} cue${cues.size === 1 ? '' : 's'}`] : []),
      ...(unmasked ? ['the mask that it was'] : []),
    ];
    return went.length ? `${went.join(' and ')} went with it.`.replace(/^t/, 'T') : undefined;
  };

const RADIANS = Math.PI / 180;

/** Sends the whole way of a layer (rest place, keys, moves) from one parent's units to another's, so that it stays where it is on the stage. */
function carry(scene: Scene, id: string, change: Matrix): void {
  const layer = layerIn(scene, id);
  // An effect has no place of its own.
  if (layer.kind === 'effect') return;
  const [a, b, c, d] = change;
  const factor = Math.sqrt(Math.abs(a * d - b * c)) || 1;
  const mirrored = a * d - b * c < 0 ? -1 : 1;
  const turn = Math.atan2(b, a) / RADIANS;
  const point = transform(change, restValue(layer, 'x'), restValue(layer, 'y'));
  const straight = Math.abs(b) < 1e-9 && Math.abs(c) < 1e-9;
  const each = (property: Property, read: (value: number) => number): void => {
    for (const key of Object.values(layer.keys?.[property] ?? {})) if (typeof key.value === 'number') key.value = read(key.value);
  };
  if (layer.keys?.x || layer.keys?.y) {
    // Under a turned parent, keys of one axis alone would leave their line: each goes by where the other one rests.
    const [x, y] = [restValue(layer, 'x'), restValue(layer, 'y')];
    each('x', (value) => (straight ? a * value + change[4] : transform(change, value, y).x));
    each('y', (value) => (straight ? d * value + change[5] : transform(change, x, value).y));
  }
  for (const cue of Object.values(scene.cues))
    if (cue.kind === 'move' && cue.layer === id) {
      const to = transform(change, cue.x, cue.y);
      cue.x = to.x;
      cue.y = to.y;
    }
  const values = { x: round(point.x), y: round(point.y), scaleX: round(restValue(layer, 'scaleX') * factor), scaleY: round(restValue(layer, 'scaleY') * factor * mirrored) };
  Object.assign(layer, values);
  each('scaleX', (value) => value * factor);
  each('scaleY', (value) => value * factor * mirrored);
  if (turn || mirrored < 0) {
    layer.angleDeg = round(restValue(layer, 'angleDeg') * mirrored + turn);
    each('angleDeg', (value) => value * mirrored + turn);
  }
}

/** Places are kept to a hundred-thousandth: exact enough to come back, short enough to read. */
const round = (value: number): number => Math.round(value * 1e5) / 1e5;

const parentMatrix = (scene: Scene, parent: string | undefined): Matrix =>
  parent === undefined ? IDENTITY : multiply(restParent(scene, parent), restPlace(layerIn(scene, parent)));

/** Puts a layer into a group (or a figure's hand), or out of it; it stays where it is on the stage. `after` is the one of the new parent that it comes to lie in front of. */
export const reparent =
  (scene: string, layerId: string, parent: string | undefined, after?: string | null): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target, layerId);
    if (parent !== undefined && withinOf(target, layerId).includes(parent)) throw failure('layer-ring', 'A group cannot be put into itself. Choose another group.');
    const holder = parent === undefined ? undefined : layerIn(target, parent);
    if (layer.parent !== parent && holder?.kind !== 'character') carry(target, layerId, multiply(invert(parentMatrix(target, parent)), parentMatrix(target, layer.parent)));
    const siblings = childrenOf(target, parent).filter(([id]) => id !== layerId);
    const index = after === undefined ? siblings.length - 1 : after === null ? -1 : siblings.findIndex(([id]) => id === after);
    layer.order = orderBetween(siblings[index]?.[1].order ?? null, siblings[index + 1]?.[1].order ?? null);
    if (parent === undefined) delete layer.parent;
    else layer.parent = parent;
    if (holder?.kind !== 'character') delete layer.hand;
  };

/** A figure takes a layer into its hand: its grip closes round the layer's anchor (of a prop: where one takes it), and the layer is as large as it was. */
export const holdLayer =
  (scene: string, layerId: string, figure: string, hand: 'left' | 'right'): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target, layerId);
    const holder = layerIn(target, figure);
    if (holder.kind !== 'character') throw failure('no-hand', 'Only a figure can hold something. Choose a character.');
    const scale = (property: 'scaleX' | 'scaleY'): number => round(restValue(layer, property) / (Math.abs(restValue(holder, property)) || 1));
    Object.assign(layer, { scaleX: scale('scaleX'), scaleY: scale('scaleY') });
    reparent(scene, layerId, figure)(draft);
    Object.assign(layer, { x: 0, y: 0, hand });
    if (layer.kind !== 'prop') return;
    const grip = propGrip(layer.prop);
    Object.assign(layer, { anchorX: round(grip.x), anchorY: round(grip.y) });
  };

/** Makes a group of layers of one parent, in place of the foremost of them. It lies in their middle; nothing moves. */
export const groupLayers =
  (scene: string, layerIds: readonly string[], groupId: string, name: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const members = [...new Set(layerIds)].map((id) => [id, layerIn(target, id)] as const);
    const [first] = members;
    if (!first) throw failure('no-layers', 'Choose what shall be a group first.');
    const { parent } = first[1];
    if (members.some(([, layer]) => layer.parent !== parent))
      throw failure('layer-parents', 'A group is made of things that lie side by side. Take them out of their groups first.');
    const siblings = childrenOf(target, parent);
    const top = siblings.findLastIndex(([id]) => layerIds.includes(id));
    const x = round(members.reduce((sum, [, layer]) => sum + restValue(layer, 'x'), 0) / members.length);
    const y = round(members.reduce((sum, [, layer]) => sum + restValue(layer, 'y'), 0) / members.length);
    const order = orderBetween(siblings[top]?.[1].order ?? null, siblings[top + 1]?.[1].order ?? null);
    target.layers[groupId] = { kind: 'group', name, order, ...(parent === undefined ? {} : { parent }), x, y, locked: false, hidden: false };
    for (const [id, layer] of members) {
      carry(target, id, [1, 0, 0, 1, -x, -y]);
      layer.parent = groupId;
    }
  };

/** Takes a group apart; what was in it stays where it is. What the group was by itself goes. */
export const ungroup =
  (scene: string, groupId: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const group = layerIn(target, groupId);
    if (group.kind !== 'group') throw failure('no-group', 'That is no group. Choose one.');
    const matrix = restPlace(group);
    const siblings = childrenOf(target, group.parent);
    const place = siblings.findIndex(([id]) => id === groupId);
    let before = group.order;
    const next = siblings[place + 1]?.[1].order ?? null;
    for (const [id, layer] of childrenOf(target, groupId)) {
      carry(target, id, matrix);
      if (group.parent === undefined) delete layer.parent;
      else layer.parent = group.parent;
      layer.order = before = orderBetween(before, next);
    }
    const own = [group.keys && 'keys', group.mask && 'mask', group.effects && 'effects', (group.enter || group.exit) && 'coming and going'].filter(Boolean);
    removeLayers(scene, [groupId])(draft);
    return own.length ? `The group’s ${own.join(', ')} went with it.` : undefined;
  };

/** How far a copy stands beside what it was made from, stage units. */
const COPY_ASIDE = 80;

/** A layer once more with all that is in it, a little aside and right in front of it. Its cues stay with the first one. */
export const copyLayer =
  (scene: string, layerId: string, copyId: string, makeId: (kind: 'layer') => string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const source = layerIn(target, layerId);
    const siblings = childrenOf(target, source.parent);
    const place = siblings.findIndex(([id]) => id === layerId);
    const ids = new Map(withinOf(target, layerId).map((id) => [id, id === layerId ? copyId : makeId('layer')]));
    for (const [id, copy] of ids) {
      const made = JSON.parse(JSON.stringify(layerIn(target, id))) as Layer;
      if (made.parent !== undefined && ids.has(made.parent)) made.parent = ids.get(made.parent) as string;
      if (made.mask && 'layer' in made.mask && ids.has(made.mask.layer)) made.mask.layer = ids.get(made.mask.layer) as string;
      if ('of' in made && made.of !== undefined && ids.has(made.of)) made.of = ids.get(made.of) as string;
      if (made.kind === 'mark' && made.to !== undefined && ids.has(made.to)) made.to = ids.get(made.to) as string;
      target.layers[copy] = made;
    }
    const copy = layerIn(target, copyId);
    copy.order = orderBetween(source.order, siblings[place + 1]?.[1].order ?? null);
    if (source.parent === undefined || target.layers[source.parent]?.kind === 'group') carry(target, copyId, [1, 0, 0, 1, COPY_ASIDE, 0]);
  };

/** Mirrors layers left to right, with what they do. */
export const flipLayers =
  (scene: string, layerIds: readonly string[]): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    for (const id of layerIds) {
      const layer = layerIn(target, id);
      if (layer.kind === 'effect') continue;
      layer.scaleX = -restValue(layer, 'scaleX');
      for (const key of Object.values(layer.keys?.scaleX ?? {})) if (typeof key.value === 'number') key.value = -key.value;
    }
  };

/** Where a layer lies on the stage (core/stage/boxes.ts): what lining up goes by. */
export interface Placed {
  readonly id: string;
  readonly corners: readonly { readonly x: number; readonly y: number }[];
  readonly parent: Matrix;
}
export type Edge = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';

interface Extent {
  readonly from: number;
  readonly to: number;
}
const extentOf = ({ corners }: Pick<Placed, 'corners'>, axis: 'x' | 'y'): Extent => {
  const values = corners.map((corner) => corner[axis]);
  return { from: Math.min(...values), to: Math.max(...values) };
};
const AXIS: Readonly<Record<Edge, 'x' | 'y'>> = { left: 'x', centre: 'x', right: 'x', top: 'y', middle: 'y', bottom: 'y' };
const markOf = (edge: Edge, { from, to }: Extent): number => (edge === 'left' || edge === 'top' ? from : edge === 'right' || edge === 'bottom' ? to : (from + to) / 2);

/** Moves a layer with its whole way by so much on the stage. */
function shift(scene: Scene, { id, parent }: Pick<Placed, 'id' | 'parent'>, dx: number, dy: number): void {
  const back = invert([parent[0], parent[1], parent[2], parent[3], 0, 0]);
  const by = transform(back, dx, dy);
  carry(scene, id, [1, 0, 0, 1, by.x, by.y]);
}

/** Lines layers up by an edge: with each other, one alone with the `frame`. */
export const alignLayers =
  (scene: string, placed: readonly Placed[], edge: Edge, frame: { readonly width: number; readonly height: number }): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const axis = AXIS[edge];
    const half = (axis === 'x' ? frame.width : frame.height) / 2;
    const all = placed.length > 1 ? placed.map((one) => extentOf(one, axis)) : [{ from: -half, to: half }];
    const mark = markOf(edge, { from: Math.min(...all.map(({ from }) => from)), to: Math.max(...all.map(({ to }) => to)) });
    for (const one of placed) {
      const away = mark - markOf(edge, extentOf(one, axis));
      shift(target, one, axis === 'x' ? away : 0, axis === 'y' ? away : 0);
    }
  };

/** Moves layers so that the gaps between neighbours are equal; the outermost ones stay. */
export const distributeLayers =
  (scene: string, placed: readonly Placed[], axis: 'x' | 'y'): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    if (placed.length < 3) throw failure('too-few', 'Choose three things or more: the outer ones stay, those between are moved.');
    const all = placed.map((one) => ({ one, ...extentOf(one, axis) })).sort((a, b) => a.from + a.to - b.from - b.to);
    const [first, last] = [all[0] as (typeof all)[number], all.at(-1) as (typeof all)[number]];
    const inner = all.reduce((sum, { from, to }) => sum + to - from, 0);
    const gap = (last.to - first.from - inner) / (all.length - 1);
    let at = first.from;
    for (const { one, from, to } of all) {
      shift(target, one, axis === 'x' ? at - from : 0, axis === 'y' ? at - from : 0);
      at += to - from + gap;
    }
  };

/** When a layer is on the stage; undefined for the whole scene. */
export const setSpan =
  (scene: string, layerId: string, span: StageSpan | undefined): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    if (span) layer.span = span;
    else delete layer.span;
  };

/** How a layer comes (`enter`) or goes (`exit`); undefined: at once. */
export const setPassage =
  (scene: string, layerId: string, way: 'enter' | 'exit', passage: Passage | undefined): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    if (passage) layer[way] = passage;
    else delete layer[way];
  };

export const setMask =
  (scene: string, layerId: string, mask: Mask | undefined): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    if (mask) layer.mask = mask;
    else delete layer.mask;
  };

export const setBlend =
  (scene: string, layerId: string, blend: BlendName): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    if (blend === 'normal') delete layer.blend;
    else layer.blend = blend;
  };

/** Puts an effect on a layer, on top of those that it has. */
export const addEffect =
  (scene: string, layerId: string, effectId: string, effect: Omit<Effect, 'order'>): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    layer.effects ??= {};
    layer.effects[effectId] = { ...effect, order: orderAtEnd(layer.effects) };
  };

const effectIn = (layer: Layer, id: string): Effect => {
  const effect = layer.effects?.[id];
  if (!effect) throw failure('no-effect', 'That effect is gone from the layer. Put it on again.');
  return effect;
};

/** Values of a layer's effect, or (`effectId` null) of an effect that is a layer of its own: keys at `at` where there are any. */
export const setEffectValues =
  (scene: string, layerId: string, effectId: string | null, values: Readonly<Record<string, number | string>>, at: number, makeId: () => string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target, layerId);
    const own = effectId === null ? (layer.kind === 'effect' ? layer : undefined) : effectIn(layer, effectId);
    if (!own) throw failure('no-effect', 'That layer is no effect. Choose one.');
    for (const [name, value] of Object.entries(values)) {
      if (Object.keys(own.keys?.[name] ?? {}).length) keyAtPlayhead(target, layerKeys(layerId, effectId ?? undefined), name, at, value, draft.production.fps, makeId);
      else own.values[name] = value;
    }
  };

export const orderEffect =
  (scene: string, layerId: string, effectId: string, below: string | null): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    const effect = effectIn(layer, effectId);
    const rest = inOrder(layer.effects ?? {}).filter(([id]) => id !== effectId);
    const index = below === null ? -1 : rest.findIndex(([id]) => id === below);
    effect.order = orderBetween(rest[index]?.[1].order ?? null, rest[index + 1]?.[1].order ?? null);
  };

export const removeEffect =
  (scene: string, layerId: string, effectId: string): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), layerId);
    effectIn(layer, effectId);
    delete layer.effects?.[effectId];
    if (!Object.keys(layer.effects ?? {}).length) delete layer.effects;
  };

/** The layers of a selection that no other of it holds: what is done to a group is done to what is in it. */
export const outermost = (scene: Pick<Scene, 'layers'>, ids: readonly string[]): string[] => ids.filter((id) => !parentsOf(scene, id).some((parent) => ids.includes(parent)));
