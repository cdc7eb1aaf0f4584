import { describe, expect, it } from 'vitest';
import { restValue } from '../document/properties.ts';
import type { Cue, Document, Layer } from '../document/schema.ts';
import { schedule } from '../schedule/schedule.ts';
import { valueAt } from '../schedule/staged.ts';
import { everything } from '../testing/everything.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { hangCue } from './commands/cues.ts';
import { addKey, layerKeys } from './commands/keys.ts';
import { eyeHeight, faceEachOther, moveLayers, sameEyeLevel, swapPlaces } from './commands/placing.ts';

const made = sampleDocument();
const { document, scene } = made;
const [marit, tully] = inOrder(document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
let count = 0;
const key = (): string => `ke_${String(count++).padStart(12, '0')}`;
const done = (recipe: Recipe, on: Document = document): Document => edit(on, 'place', 'cg_000000000001', recipe).document;
const layerOf = (on: Document, id: string): Layer => on.scenes[scene]?.layers[id] as Layer;
const xOf = (on: Document, id: string): number => restValue(layerOf(on, id) as Extract<Layer, { kind: 'character' }>, 'x');
const staged = (on: Document, id: string) => schedule(on, () => undefined).scenes[0]?.layers.get(id);
const shownAt = (on: Document, id: string, tick: number): number => valueAt(staged(on, id) as NonNullable<ReturnType<typeof staged>>, 'x', tick);
const walk = (start: number, x: number): Cue => ({
  kind: 'move',
  layer: marit,
  x,
  y: 400,
  walk: true,
  ease: 'both',
  order: 'a0',
  start: { to: 'scene', edge: 'start', offset: start },
  end: { ticks: 48_000 },
});

describe('moving a layer at a moment', () => {
  it('moves its own place where nothing else does', () => {
    const next = done(moveLayers(scene, [{ id: marit, dx: 30, dy: -5, at: { x: 0, y: 0 } }], 0, key));
    expect(xOf(next, marit)).toBe(xOf(document, marit) + 30);
    expect((layerOf(next, marit) as { y: number }).y).toBe((layerOf(document, marit) as { y: number }).y - 5);
  });
  it('after a walk moves where the walk arrives, so that it stands under the pointer', () => {
    const walked = done(hangCue(scene, 'cu_000000000001', walk(10_000, 500)));
    const next = done(moveLayers(scene, [{ id: marit, dx: 60, dy: 0, at: { x: 0, y: 0 } }], 80_000, key), walked);
    expect(xOf(next, marit)).toBe(xOf(walked, marit));
    expect(shownAt(next, marit, 80_000)).toBeCloseTo(shownAt(walked, marit, 80_000) + 60, 1);
  });
  it('before a walk moves where it starts', () => {
    const walked = done(hangCue(scene, 'cu_000000000001', walk(90_000, 500)));
    const next = done(moveLayers(scene, [{ id: marit, dx: 60, dy: 0, at: { x: 0, y: 0 } }], 20_000, key), walked);
    expect(shownAt(next, marit, 20_000)).toBeCloseTo(shownAt(walked, marit, 20_000) + 60, 1);
    expect(shownAt(next, marit, 200_000)).toBeCloseTo(shownAt(walked, marit, 200_000), 1);
  });
  it('of two walks changes the last one that has begun', () => {
    let walked = done(hangCue(scene, 'cu_000000000001', walk(10_000, 500)));
    walked = done(hangCue(scene, 'cu_000000000002', walk(120_000, -200)), walked);
    const next = done(moveLayers(scene, [{ id: marit, dx: 7, dy: 0, at: { x: 0, y: 0 } }], 70_000, key), walked);
    const cues = next.scenes[scene]?.cues ?? {};
    const xs = ['cu_000000000001', 'cu_000000000002'].map((id) => (cues[id] as { x: number } | undefined)?.x);
    expect(xs).toEqual([507, -200]);
  });
  it('writes a key where it has keys, and where keys are asked for', () => {
    const keyed = done(addKey(scene, layerKeys(tully), 'x', 0, 100, key));
    const next = done(moveLayers(scene, [{ id: tully, dx: 50, dy: 0, at: { x: 100, y: 0 } }], 48_000, key), keyed);
    expect(Object.values(layerOf(next, tully).keys?.x ?? {}).map(({ value }) => value)).toEqual([100, 150]);
    const asked = done(moveLayers(scene, [{ id: marit, dx: 50, dy: 3, at: { x: 20, y: 400 } }], 48_000, key, true));
    expect(Object.values(layerOf(asked, marit).keys?.x ?? {}).map(({ value }) => value)).toEqual([70]);
    expect(Object.values(layerOf(asked, marit).keys?.y ?? {}).map(({ value }) => value)).toEqual([403]);
    expect(xOf(asked, marit)).toBe(xOf(document, marit));
  });
  it('leaves an effect, which has no place, as it is', () => {
    const all = everything();
    const next = edit(all.document, 'move', 'cg_000000000001', moveLayers(all.scene, [{ id: all.layers.tone, dx: 5, dy: 5, at: { x: 0, y: 0 } }], 0, key));
    expect(next.change).toBeUndefined();
  });
});

describe('two who stand together', () => {
  it('change places, and turn as the other one did', () => {
    const next = done(swapPlaces(scene, marit, tully));
    expect([xOf(next, marit), xOf(next, tully)]).toEqual([xOf(document, tully), xOf(document, marit)]);
    const turn = (on: Document, id: string) => restValue(layerOf(on, id) as Extract<Layer, { kind: 'character' }>, 'turn');
    expect([turn(next, marit), turn(next, tully)]).toEqual([turn(document, tully), turn(document, marit)]);
  });
  it('are left as they are by changing places twice', () => expect(done(swapPlaces(scene, marit, tully), done(swapPlaces(scene, marit, tully))).scenes).toEqual(document.scenes));
  it('face each other, a mirrored one too', () => {
    const mirrored = done((draft) => void Object.assign(draft.scenes[scene]?.layers[tully] as object, { scaleX: -1 }));
    const next = done(faceEachOther(scene, [marit, tully]), mirrored);
    const [a, b] = [marit, tully].map((id) => layerOf(next, id) as Extract<Layer, { kind: 'character' }>) as [
      Extract<Layer, { kind: 'character' }>,
      Extract<Layer, { kind: 'character' }>,
    ];
    const way = Math.sign((b.x ?? 0) - (a.x ?? 0));
    expect(Math.sign(a.turn as number)).toBe(way);
    expect(Math.sign((b.turn as number) * -1)).toBe(-way);
  });
  it('have their eyes at one height, whatever their size', () => {
    const next = done(sameEyeLevel(scene, [marit, tully]));
    const eyes = [marit, tully].map((id) => {
      const layer = layerOf(next, id) as Extract<Layer, { kind: 'character' }>;
      return restValue(layer, 'y') - eyeHeight(layer, next.characters[layer.character]);
    });
    expect(eyes[1]).toBeCloseTo(eyes[0] as number, 0);
    expect((layerOf(next, marit) as { y: number }).y).toBe((layerOf(document, marit) as { y: number }).y);
  });
  it('are two: one alone is told so', () => {
    expect(() => done(faceEachOther(scene, [marit]))).toThrow('Choose two characters');
    expect(() => done(sameEyeLevel(scene, [tully]))).toThrow('Choose two characters');
  });
});
