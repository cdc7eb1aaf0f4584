import { describe, expect, it } from 'vitest';
import { refusalOf } from '../testing/refused.ts';
import type { Scene } from './schema.ts';
import { checkTree, childrenOf, inTreeOrder, parentsOf, withinOf } from './tree.ts';

/** A scene of layers by their ids, each a group unless it says otherwise. */
const sceneOf = (layers: Record<string, Partial<Record<string, unknown>>>): Scene =>
  ({ layers: Object.fromEntries(Object.entries(layers).map(([id, values]) => [id, { kind: 'group', order: 'a', ...values }])) }) as unknown as Scene;

/** Why a tree is refused: its code and its sentence. */
const refused = (layers: Parameters<typeof sceneOf>[0]): [string, string] => refusalOf(() => checkTree(sceneOf(layers)));
const taken = (layers: Parameters<typeof sceneOf>[0]): void => expect(() => checkTree(sceneOf(layers))).not.toThrow();

describe('layers of one parent', () => {
  it('come back to front, those of one order by their ids', () => {
    const scene = sceneOf({ d: { order: 'b' }, c: { order: 'a' }, b: { order: 'b' }, a: { order: 'c', parent: 'd' }, e: { order: 'a', parent: 'd' } });
    expect(childrenOf(scene, undefined).map(([id]) => id)).toEqual(['c', 'b', 'd']);
    expect(childrenOf(scene, 'd').map(([id]) => id)).toEqual(['e', 'a']);
    expect([...inTreeOrder(scene)].map(([id, , depth]) => `${id}${depth}`)).toEqual(['c0', 'b0', 'd0', 'e1', 'a1']);
  });
  it('are found up and down the tree', () => {
    const scene = sceneOf({ a: {}, b: { parent: 'a' }, c: { parent: 'b' }, d: {} });
    expect(parentsOf(scene, 'c')).toEqual(['b', 'a']);
    expect(parentsOf(scene, 'd')).toEqual([]);
    expect(parentsOf(scene, 'gone')).toEqual([]);
    expect(withinOf(scene, 'a')).toEqual(['a', 'b', 'c']);
    expect(withinOf(scene, 'c')).toEqual(['c']);
  });
  it('are found in a ring too, each once', () => {
    const ring = sceneOf({ a: { parent: 'b' }, b: { parent: 'a' } });
    expect(parentsOf(ring, 'a')).toEqual(['b', 'a']);
    expect(withinOf(ring, 'a')).toEqual(['a', 'b']);
    expect(parentsOf(sceneOf({ a: { parent: 'gone' } }), 'a')).toEqual(['gone']);
  });
});

describe('a tree of layers', () => {
  it('may hold anything in a group, and in a figure what a hand can hold', () => {
    taken({ g: {}, a: { parent: 'g' }, b: { parent: 'a', kind: 'character' }, c: { kind: 'effect', parent: 'g' } });
    for (const kind of ['prop', 'picture', 'text', 'shape']) taken({ figure: { kind: 'character' }, held: { kind, parent: 'figure' } });
  });
  it('puts no group, figure or effect into a figure', () => {
    for (const kind of ['group', 'character', 'effect'])
      expect(refused({ figure: { kind: 'character' }, held: { kind, name: 'Thing', parent: 'figure' } })).toEqual([
        'layer-parent',
        'A figure can hold a prop, a picture, words or a shape, not “Thing”.',
      ]);
  });
  it('puts nothing into what is no group', () => {
    expect(refused({ card: { kind: 'picture', name: 'Map' }, a: { kind: 'text', parent: 'card' } })).toEqual(['layer-parent', '“Map” is no group: nothing can be put into it.']);
  });
  it('puts nothing into a group that is gone', () => {
    expect(refused({ a: { kind: 'text', parent: 'gone' } })).toEqual(['layer-parent', 'this text is in a group that is gone. Take it out of the group first.']);
  });
  it('is no ring, however long', () => {
    expect(refused({ a: { name: 'Left', parent: 'a' } })).toEqual(['layer-ring', '“Left” cannot be in a group that is in it. Choose another group.']);
    expect(refused({ a: { parent: 'c' }, b: { parent: 'a' }, c: { parent: 'b' } })[0]).toBe('layer-ring');
    // Not in the ring itself, but led into it.
    expect(refused({ x: { parent: 'a' }, a: { parent: 'b' }, b: { parent: 'a' } })[0]).toBe('layer-ring');
    taken({ a: {}, b: { parent: 'a' }, c: { parent: 'b' }, d: { parent: 'c' } });
  });
  it('masks a layer by another one that is there', () => {
    taken({ a: { mask: { layer: 'b' } }, b: { kind: 'shape' }, c: { mask: { shape: 'box' } } });
    expect(refused({ a: { kind: 'picture', mask: { layer: 'gone' } } })).toEqual(['mask-layer', 'What masks this picture is gone. Take the mask off first.']);
  });
  it('masks none by itself, by what it is in, or by what is in it', () => {
    const sentence = 'this group cannot be masked by itself or by what it is in. Choose another layer.';
    expect(refused({ a: { mask: { layer: 'a' } } })).toEqual(['mask-layer', sentence]);
    expect(refused({ g: {}, a: { parent: 'g', mask: { layer: 'g' } } })).toEqual(['mask-layer', sentence]);
    expect(refused({ g: { mask: { layer: 'a' } }, a: { parent: 'g' } })).toEqual(['mask-layer', sentence]);
    taken({ g: {}, a: { parent: 'g', mask: { layer: 'b' } }, b: { parent: 'g' } });
  });
  it('masks none by what is masked itself', () => {
    expect(refused({ a: { mask: { layer: 'b' } }, b: { name: 'Hole', mask: { shape: 'box' } } })).toEqual([
      'mask-layer',
      '“Hole” has a mask of its own and cannot be one. Choose another layer.',
    ]);
  });
});
