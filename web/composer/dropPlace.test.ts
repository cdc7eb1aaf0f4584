import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document, Layer, Scene } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addLayer } from '#core/edit/commands/layers';
import { comeFrom } from '#core/edit/commands/ways';
import { floorOf } from '#core/stage/backdrop';
import { sampleDocument } from '#core/testing/samples';
import { view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { broughtTo, stagePlaceAt } from './dropPlace.ts';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
const made = sampleDocument();
const PROP = 'la_00000000000p';
const radio: Omit<Layer, 'order'> = { kind: 'prop', prop: 'radio', x: 0, y: 300, locked: false, hidden: false } as Omit<Layer, 'order'>;
const floor = floorOf((made.document.scenes[made.scene] as Scene).backdrop, '16:9');
const brought = (place: { x: number; y: number }, recipe = addLayer(made.scene, PROP, radio as never)): Document =>
  edit(made.document, 'Bring', 'cg_000000000001', broughtTo(recipe, made.scene, PROP, place)).document;
const layer = (document: Document): Layer => document.scenes[made.scene]?.layers[PROP] as Layer;

describe('a place on the stage', () => {
  beforeEach(() => {
    opened(made.document);
    document.body.innerHTML = '<div data-stage-room><canvas></canvas></div>';
    (document.querySelector('canvas') as HTMLCanvasElement).getBoundingClientRect = () => new DOMRect(100, 50, 480, 270);
    view({ looked: undefined });
  });
  afterEach(() => {
    document.body.innerHTML = '';
  });
  it('is found under the pointer, also where the stage is seen nearer', () => {
    expect(stagePlaceAt(340, 185)).toEqual({ x: 0, y: 0 });
    expect(stagePlaceAt(100, 50)).toEqual({ x: -960, y: -540 });
    view({ looked: { x: 200, y: 100, width: 480 } });
    expect(stagePlaceAt(340, 185)).toEqual({ x: 200, y: 100 });
    expect(stagePlaceAt(580, 320)).toEqual({ x: 440, y: 235 });
  });
  it('is none beside the stage', () => {
    expect(stagePlaceAt(99, 185)).toBeUndefined();
    expect(stagePlaceAt(340, 400)).toBeUndefined();
  });
});

describe('something that is dropped on the stage', () => {
  it('stands where it was let go, on the floor where that is near', () => {
    expect(layer(brought({ x: 220, y: -100 }))).toMatchObject({ x: 220, y: -100 });
    expect(layer(brought({ x: 220, y: floor - 40 }))).toMatchObject({ x: 220, y: floor });
  });
  it('comes to that place where it comes in by a way', () => {
    const [figure] = Object.keys(made.document.scenes[made.scene]?.layers ?? {}) as [string];
    const comes = comeFrom(
      made.scene,
      'cu_000000000001',
      { kind: 'move', layer: figure, x: 0, y: floor, walk: true, ease: 'both', order: 'a0', start: { to: 'scene', edge: 'start', offset: 0 }, end: { ticks: 9000 } },
      { x: -1300, y: floor },
      made.makeId,
    );
    const document = edit(made.document, 'Bring', 'cg_000000000001', broughtTo(comes, made.scene, figure, { x: 300, y: floor })).document;
    expect(document.scenes[made.scene]?.layers[figure]).toMatchObject({ x: -1300 });
    expect(document.scenes[made.scene]?.cues.cu_000000000001).toMatchObject({ x: 300 });
  });
});
