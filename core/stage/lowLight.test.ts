import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { Document, Scene } from '../document/schema.ts';
import type { Node, Plane } from '../draw/picture.ts';
import { schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { evaluate } from './evaluate.ts';

const { document, scene } = sampleDocument();
const SCENE = document.scenes[scene] as Scene;
const [who] = inOrder(SCENE.layers).flatMap(([id, layer]) => (layer.kind === 'character' ? [id] : [])) as [string];

/** The nodes of somebody at a place of a set in a light, in a style; undefined where none are drawn. */
function nodesOf(light: number, x: number, { style = 'flat', scaleX = 1.4 }: { style?: string; scaleX?: number } = {}): readonly Node[] | undefined {
  const layer = { ...SCENE.layers[who], x, scaleX } as (typeof SCENE.layers)[string];
  const at: Document = {
    ...document,
    production: { ...document.production, style: style as never },
    scenes: { [scene]: { ...SCENE, cues: {}, backdrop: { kind: 'set', set: 'lighthouse', light } as never, layers: { ...SCENE.layers, [who]: layer } } },
  };
  const place = schedule(at, () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
  const found = (planes: readonly Plane[]): Plane | undefined => {
    for (const plane of planes) {
      const one = plane.id === who ? plane : found(plane.planes ?? []);
      if (one) return one;
    }
    return undefined;
  };
  return found(evaluate(at, place, toTicks(1), filmFonts(), { captions: false }).planes)?.nodes;
}
const has = (nodes: readonly Node[] | undefined, id: string): boolean => (nodes ?? []).some((node) => node.id.startsWith(id));

describe('somebody in the light of a set', () => {
  it('has a rim and throws an outline at dusk, neither by day', () => {
    expect(has(nodesOf(0.75, 0), 'rim.')).toBe(true);
    expect(has(nodesOf(0.75, 0), 'floor.cast')).toBe(true);
    expect(has(nodesOf(0.5, 0), 'rim.')).toBe(false);
    expect(has(nodesOf(0.5, 0), 'floor.cast')).toBe(false);
  });
  it('has its rim in the flat style alone, others part what lies before each other in their own way', () => {
    expect(has(nodesOf(0.75, 0, { style: 'ink' }), 'rim.')).toBe(false);
    expect(has(nodesOf(0.75, 0, { style: 'ink' }), 'floor.cast')).toBe(true);
  });
  it('leaves the shade behind that still lies in the picture when it has gone out of it', () => {
    const out = -1250;
    expect(has(nodesOf(0.75, out), 'floor.cast')).toBe(true);
    // By day it throws none, and on the other side of the picture the shade falls away from it.
    expect(nodesOf(0.5, out) ?? []).toEqual([]);
    expect(nodesOf(0.75, -out) ?? []).toEqual([]);
    // Mirrored it falls the same way.
    expect(has(nodesOf(0.75, out, { scaleX: -1.4 }), 'floor.cast')).toBe(true);
    expect(nodesOf(0.75, -out, { scaleX: -1.4 }) ?? []).toEqual([]);
    expect(nodesOf(0.75, -3000) ?? []).toEqual([]);
  });
});
