import { describe, expect, it } from 'vitest';
import type { Layer } from '#core/document/schema';
import type { LayerBox } from '#core/stage/boxes';
import { bodyOf, frontFirst, heldAt, heldBy, isIn, landmarkOf, screenOf } from './onStage.ts';

const layer = (kind: string, order: string, parent?: string): Layer => ({ kind, order, locked: false, hidden: false, ...(parent ? { parent } : {}) }) as never;
const scene = {
  layers: { back: layer('shape', 'a0'), group: layer('group', 'a1'), inner: layer('group', 'a0', 'group'), leaf: layer('shape', 'a0', 'inner'), front: layer('shape', 'a2') },
};
const box = (left: number, top: number, right: number, bottom: number): LayerBox => ({
  id: 'x',
  corners: [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ],
  anchor: { x: (left + right) / 2, y: bottom },
  parent: [1, 0, 0, 1, 0, 0],
});

describe('the stage on the screen', () => {
  it('maps the middle of what is looked at to the middle of the pixels, and back', () => {
    const screen = screenOf({ width: 960, height: 540 }, { x: 100, y: -50, width: 1920 });
    expect([screen.sx(100), screen.sy(-50), screen.k]).toEqual([480, 270, 0.5]);
    expect([screen.ux(screen.sx(333)), screen.uy(screen.sy(77))]).toEqual([333, 77]);
  });
});

describe('what is taken hold of', () => {
  it('is the outermost group, unless one was entered', () => {
    expect(heldBy(scene, 'leaf', undefined)).toBe('group');
    expect(heldBy(scene, 'leaf', 'group')).toBe('inner');
    expect(heldBy(scene, 'leaf', 'inner')).toBe('leaf');
    expect(heldBy(scene, 'front', 'group')).toBe('front');
  });
  it('is the foremost, then the one that is chosen though it is covered', () => {
    expect(heldAt(['a', 'b', 'c'], [])).toEqual({ hold: 'a', deeper: undefined });
    expect(heldAt(['a', 'b', 'c'], ['b'])).toEqual({ hold: 'b', deeper: 'c' });
    expect(heldAt(['a', 'b'], ['b'])).toEqual({ hold: 'b', deeper: 'a' });
    expect(heldAt(['a'], ['a'])).toEqual({ hold: 'a', deeper: undefined });
    expect(heldAt([], ['a'])).toEqual({ hold: undefined, deeper: undefined });
  });
  it('is counted front first, through all groups', () => expect(frontFirst(scene)).toEqual(['front', 'leaf', 'inner', 'group', 'back']));
  it('lies under the pointer however it is turned', () => {
    const turned: LayerBox = {
      ...box(0, 0, 0, 0),
      corners: [
        { x: 0, y: -10 },
        { x: 10, y: 0 },
        { x: 0, y: 10 },
        { x: -10, y: 0 },
      ],
    };
    expect([isIn(turned, 0, 0), isIn(turned, 8, 8), isIn(turned, 9, 0)]).toEqual([true, false, true]);
  });
});

describe('what others line up with', () => {
  it('of a figure is its body, not the room for its arms', () => {
    const wide = box(-200, -500, 200, 0);
    expect(bodyOf(wide, layer('character', 'a0'))).toEqual({ left: -166, top: -500, right: 166, bottom: 0 });
    expect(bodyOf(wide, layer('prop', 'a0')).left).toBe(-200);
  });
  it('stands on its feet or hangs by its middle', () => {
    expect(landmarkOf(box(0, 0, 100, 60), layer('prop', 'a0'), 'Radio')).toMatchObject({ stands: true, anchor: { x: 50, y: 60 } });
    expect(landmarkOf(box(0, 0, 100, 60), layer('text', 'a0'), 'Title')).toMatchObject({ stands: false, anchor: { x: 50, y: 30 } });
  });
});
