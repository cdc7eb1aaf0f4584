import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { LayerOf } from '../../document/schema.ts';
import { isGroup, type Node } from '../../draw/picture.ts';
import { edit } from '../../edit/change.ts';
import { addLayer, changeLayer } from '../../edit/commands/layers.ts';
import { schedule } from '../../schedule/schedule.ts';
import { segmentsOf } from '../../schedule/segments.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { evaluate } from '../evaluate.ts';
import { movesByItself } from '../layers/index.ts';
import { propBox } from '../layers/prop.ts';
import { screenNodes } from '../layers/propScreen.ts';
import { segmentInputs } from '../segmentInputs.ts';
import { tonesOf } from '../world/tones.ts';
import { PROP_GROUPS, PROPS, propOf } from './index.ts';
import { isMoving, type Prop } from './prop.ts';

const S = TICKS_PER_SECOND;
const flatten = (nodes: readonly Node[]): Node[] => nodes.flatMap((node) => (isGroup(node) ? [...(node.base ? [node.base] : []), ...flatten(node.items)] : [node]));
const statesOf = (prop: Prop): readonly string[] => prop.states?.map(([id]) => id) ?? [''];

describe('props', () => {
  it('are many, each with its own name and id, in groups that one looks through', () => {
    expect(PROPS.length).toBeGreaterThanOrEqual(80);
    expect(new Set(PROPS.map(({ id }) => id)).size).toBe(PROPS.length);
    expect(PROP_GROUPS.every(({ props }) => props.length > 5)).toBe(true);
    for (const { name, words } of PROPS) expect([name.length > 1, words.length > 0]).toEqual([true, true]);
    expect(propOf('clock')?.name).toBe('Clock');
    expect(propOf('walrus')).toBeUndefined();
  });
  it.each(PROPS.map(({ id }) => id))('%s is drawn of finite numbers, not too many, standing on its foot, in every state', (id) => {
    const prop = propOf(id) as Prop;
    for (const state of statesOf(prop)) {
      const nodes = flatten(prop.draw({ state, seconds: 0.7 }));
      expect(nodes.length).toBeGreaterThan(0);
      expect(nodes.length).toBeLessThan(260);
      expect(new Set(nodes.map((node) => node.id)).size).toBe(nodes.length);
      for (const node of nodes) {
        if (isGroup(node)) continue;
        expect(node.matrix.every(Number.isFinite)).toBe(true);
        expect([...(node.path ?? [])].every(Number.isFinite)).toBe(true);
      }
      const box = propBox(id, state);
      expect(box.bottom).toBe(0);
      expect(box.top).toBeLessThan(-5);
    }
    if (prop.grip) {
      const [x, y] = prop.grip;
      const { left, top, right } = propBox(id);
      expect([x >= left - 2, x <= right + 2, y >= top - 2, y <= 2]).toEqual([true, true, true, true]);
    }
  });
  it('move only where they say so, and the same at the same second', () => {
    for (const prop of PROPS)
      for (const state of statesOf(prop)) {
        const at = (seconds: number): string => JSON.stringify(prop.draw({ state, seconds }));
        expect([prop.id, state, at(0.4) === at(1.7)]).toEqual([prop.id, state, !isMoving(prop, state)]);
        expect(at(1.7)).toBe(at(1.7));
      }
  });
  it('take the colours that they are given, by the slots that they name', () => {
    for (const prop of PROPS)
      for (const slot of prop.slots ?? []) {
        const states = statesOf(prop).map((state) => [JSON.stringify(prop.draw({ state })), JSON.stringify(prop.draw({ state, tones: tonesOf({ [slot]: '#7a55c8' }) }))] as const);
        expect([prop.id, slot, states.some(([own, other]) => own !== other)]).toEqual([prop.id, slot, true]);
      }
  });
});

const made = sampleDocument();
const LAYER = made.makeId('layer');
const withProp = (prop: string, more: Partial<LayerOf<'prop'>> = {}) =>
  edit(made.document, 'x', made.makeId('change'), addLayer(made.scene, LAYER, { kind: 'prop', prop, x: 0, y: 390, locked: false, hidden: false, ...more } as never)).document;
const fonts = filmFonts();
const planeAt = (document: typeof made.document, tick: number) => {
  const [scene] = schedule(document, () => undefined).scenes;
  return evaluate(document, scene as never, tick, fonts, { captions: false }).planes.find(({ id }) => id === LAYER);
};

describe('a prop on the stage', () => {
  it('that moves is another picture a while later, and the same one within a twelfth of a second', () => {
    const document = withProp('clock');
    const [now, soon, later] = [S, S + 2000, 3 * S].map((tick) => planeAt(document, tick)?.nodes);
    expect(soon).toBe(now);
    expect(later).not.toEqual(now);
    const still = withProp('chair');
    expect(planeAt(still, 3 * S)?.nodes).toBe(planeAt(still, S)?.nodes);
  });
  it('is drawn in its state, and moves only in the one that does', () => {
    const off = withProp('light-bulb', { state: 'off' });
    expect(JSON.stringify(planeAt(off, S)?.nodes)).not.toBe(JSON.stringify(planeAt(withProp('light-bulb'), S)?.nodes));
    const layer = (state?: string): LayerOf<'prop'> => ({ kind: 'prop', prop: 'mug', ...(state ? { state } : {}) }) as never;
    expect([layer(), layer('hot'), layer('cold')].map((one) => movesByItself(one))).toEqual([true, true, false]);
    const changed = edit(off, 'x', made.makeId('change'), changeLayer(made.scene, LAYER, { state: undefined } as never)).document;
    expect(changed.scenes[made.scene]?.layers[LAYER]).not.toHaveProperty('state');
  });
  it('has the colours that it was given, moving or not, and the house’s own where it has none', () => {
    for (const [prop, slot] of [
      ['screen', 'metal'],
      ['clock', propOf('clock')?.slots?.[0] as string],
    ] as const) {
      const [plain, own, none] = [{}, { colours: { [slot]: '#7a55c8' } }, { colours: {} }].map((more) => JSON.stringify(planeAt(withProp(prop, more), S)?.nodes));
      expect([prop, own === plain, none === plain]).toEqual([prop, false, true]);
    }
  });
  it('that moves is another key in another stretch of the scene; one that stands still is the same', () => {
    // Nobody else is there: people stir in every frame.
    const alone = (document: typeof made.document): typeof made.document => {
      const scene = document.scenes[made.scene] as (typeof document.scenes)[string];
      return { ...document, scenes: { [made.scene]: { ...scene, cues: {}, captions: false, layers: { [LAYER]: scene.layers[LAYER] as never } } } };
    };
    const shifted = (document: typeof made.document): boolean => {
      const film = schedule(document, () => undefined);
      const [segment] = segmentsOf(film);
      if (!segment) throw new Error('no segment');
      const end = segmentsOf(film).at(-1)?.toFrame as number;
      const at = (from: number): string => segmentInputs(film, { ...segment, fromFrame: from, toFrame: from + 2 });
      return at(end - 4) !== at(end - 3);
    };
    expect(shifted(alone(withProp('clock')))).toBe(true);
    expect(shifted(alone(withProp('chair')))).toBe(false);
  });
  it('writes and shows on its screen: words as large as they fit, a picture to fill it', () => {
    const board = propOf('board') as Prop;
    const [x, y, width, height] = board.screen as readonly [number, number, number, number];
    expect(screenNodes(board, {}, fonts)).toEqual([]);
    expect(screenNodes(propOf('chair') as Prop, { writes: 'Hello' }, fonts)).toEqual([]);
    const sizes = ['Tides', 'Tides come and go twice a day because of the Moon, and nobody steals the sea'].map((writes) => {
      const nodes = flatten(screenNodes(board, { writes }, fonts)).slice(1);
      for (const node of nodes) {
        if (isGroup(node)) continue;
        const xs = [...(node.path ?? [])];
        expect(xs.every(Number.isFinite)).toBe(true);
        expect(node.matrix[4]).toBeGreaterThan(x);
        expect(node.matrix[5]).toBeGreaterThan(y);
        expect(node.matrix[5]).toBeLessThan(y + height);
      }
      return nodes.length;
    });
    expect(sizes[0]).toBe(1);
    expect(sizes[1]).toBeGreaterThan(2);
    const [shown] = screenNodes(board, { shows: { media: 'a'.repeat(64), width: 100, height: 400 } }, fonts);
    const image = isGroup(shown as Node) ? (shown as { items: readonly { image?: { width: number; height: number } }[] }).items[0]?.image : undefined;
    expect(image?.width).toBeGreaterThanOrEqual(width - 1e-6);
    expect(image?.height).toBeGreaterThanOrEqual(height);
  });
});
