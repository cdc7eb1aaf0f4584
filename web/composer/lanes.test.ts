import { describe, expect, it } from 'vitest';
import type { Cue, Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { addKey, layerKeys } from '#core/edit/commands/keys';
import { changeLayer, setSpan } from '#core/edit/commands/layers';
import { schedule } from '#core/schedule/schedule';
import { everything } from '#core/testing/everything';
import { gestureOn, sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { layerColour, type PlacedScene, roleOfLayer } from './film.ts';
import { cueLabel, freeFrom, laneFold, lanesOf } from './lanes.ts';

const placed = (document: Document): PlacedScene => schedule(document, () => undefined).scenes[0] as PlacedScene;
const made = sampleDocument();
const scene = placed(made.document);
const layers = inOrder(scene.scene.layers).map(([id]) => id) as [string, string];
const hung = { order: 'a0', start: { to: 'scene' as const, edge: 'start' as const, offset: 0 }, end: { ticks: 10 } };

describe('lanes', () => {
  it('stand in the order of the tree, with no lane for what holds nothing; camera, sound and captions are last', () => {
    const lanes = lanesOf(made.document, scene);
    expect(lanes.map(({ kind }) => kind)).toEqual(['voice', 'voice', 'camera', 'sound', 'caption']);
    expect(lanes[0]).toMatchObject({ head: 'Tully', layer: layers[1], open: true });
    expect(lanes[1]).toMatchObject({ head: 'Marit', layer: layers[0] });
    expect(lanes.filter(({ pinned }) => pinned).map(({ kind }) => kind)).toEqual(['camera', 'sound', 'caption']);
  });
  it('have one for each kind of cue and for each property with keys, while their layer is open', () => {
    const { document } = edit(made.document, 'acts', 'cg_000000000001', (draft) => {
      hangCue(made.scene, 'cu_000000000001', gestureOn(layers[0], scene.lines[0]?.words[0]?.id as string))(draft);
      addKey(made.scene, layerKeys(layers[0]), 'angleDeg', 0, 5, () => 'ke_000000000001')(draft);
    });
    const kinds = (folds = {}): string[] => lanesOf(document, placed(document), folds).flatMap(({ layer, kind, label }) => (layer === layers[0] ? [`${kind} ${label}`] : []));
    expect(kinds()).toEqual(['voice voice', 'gesture gesture', 'keys angle']);
    expect(kinds({ [laneFold(layers[0])]: false })).toEqual(['closed ']);
  });
  it('show when a thing is there only if that is told, or it is chosen', () => {
    const all = everything();
    const shown = placed(all.document);
    const of = (document: Document, at: PlacedScene, chosen: string[] = []): (string | undefined)[] => lanesOf(document, at, {}, chosen).map(({ layer }) => layer);
    const bare = edit(
      all.document,
      'bare',
      'cg_000000000001',
      (draft) => void Object.assign(draft.scenes[all.scene]?.layers[all.layers.card] as object, { span: undefined, enter: undefined, exit: undefined, keys: undefined }),
    ).document;
    expect(of(bare, placed(bare))).not.toContain(all.layers.card);
    expect(of(bare, placed(bare), [all.layers.card])).toContain(all.layers.card);
    const timed = edit(bare, 'span', 'cg_000000000002', setSpan(all.scene, all.layers.card, { start: { to: 'scene', edge: 'start', offset: 0 }, end: { ticks: 48_000 } })).document;
    expect(of(timed, placed(timed))).toContain(all.layers.card);
    expect(of(all.document, shown)).toContain(all.layers.group);
  });
  it('bear the colour of the role that the figure plays', () => {
    for (const layer of layers) {
      const role = roleOfLayer(made.document, made.scene, layer) as string;
      expect(layerColour(made.document, made.scene, layer)).toBe(made.document.production.roles[role]?.colour);
    }
    expect(layerColour(made.document, made.scene, 'la_000000000000')).toBeUndefined();
  });
  it('show what is hidden or locked', () => {
    const hidden = edit(made.document, 'hide', 'cg_000000000001', changeLayer(made.scene, layers[1], { hidden: true, locked: true })).document;
    expect(lanesOf(hidden, placed(hidden))[0]).toMatchObject({ hidden: true, locked: true });
  });
});

describe('a cue’s words', () => {
  const label = (cue: Partial<Cue> & { kind: Cue['kind'] }): string => cueLabel(made.document, scene, { ...hung, ...cue } as Cue);
  it('name what is done and with which hand', () => {
    expect(cueLabel(made.document, scene, gestureOn(layers[0], ''))).toBe('Wave, right hand');
    expect(label({ kind: 'gesture', layer: layers[0], action: 'explain', hand: 'both', strength: 1 })).toBe('Talk with hands, both hands');
    expect(label({ kind: 'gesture', layer: layers[0], action: 'nod', hand: 'right', strength: 1 })).toBe('Nod');
  });
  it('say how strongly a face is made', () => {
    expect(label({ kind: 'face', layer: layers[0], expression: 'worried', strength: 1 })).toBe('Worried');
    expect(label({ kind: 'face', layer: layers[0], expression: 'worried', strength: 0.3 })).toBe('A little worried');
  });
  it('say whom or what a look goes to', () => {
    expect(label({ kind: 'look', layer: layers[0], target: { to: 'layer', layer: layers[1] } })).toBe('at Tully');
    expect(label({ kind: 'look', layer: layers[0], target: { to: 'viewer' } })).toBe('at the viewer');
    expect(label({ kind: 'look', layer: layers[0], target: { to: 'place', x: 0, y: 0, name: 'the sky' } })).toBe('at the sky');
    expect(label({ kind: 'look', layer: layers[0], target: { to: 'layer', layer: 'la_000000000000' } })).toBe('at someone');
  });
  it('say what a shot holds and how it gets there', () => {
    const shot = { kind: 'camera' as const, x: 0, y: 0, width: 1920, over: 0, push: 0 };
    expect(label({ ...shot, framing: 'wide', subjects: [] })).toBe('Wide');
    expect(label({ ...shot, framing: 'two-shot', subjects: [...layers] })).toBe('Two-shot, Marit and Tully');
    expect(label({ ...shot, framing: 'shoulder', subjects: [...layers] })).toBe('Over Tully’s shoulder, at Marit');
    expect(label({ ...shot, framing: 'close', subjects: [layers[0]], over: 9000, push: 0.1 })).toBe('Ease to Close, Marit, slow push');
  });
  it('keep an action that is not known by its id', () =>
    expect(label({ kind: 'gesture', layer: layers[0], action: 'juggle', hand: 'left', strength: 1 })).toBe('juggle, left hand'));
});

describe('a place for copies', () => {
  const { document: on, scene: at } = sampleDocument();
  const [layer] = inOrder(on.scenes[at]?.layers ?? {})[0] as [string, unknown];
  const wave = (start: number, seconds = 1) => ({
    ...gestureOn(layer, ''),
    start: { to: 'scene', edge: 'start', offset: start * 48_000 } as const,
    end: { ticks: seconds * 48_000 },
  });
  const withCues = (...starts: number[]): PlacedScene => {
    const { document } = edit(on, 'cues', 'cg_000000000001', (draft) => {
      starts.forEach((start, n) => hangCue(at, `cu_00000000000${n}`, wave(start))(draft));
    });
    return placed(document);
  };
  it('is looked for on the lane that they come onto', () => {
    const busy = withCues(1, 5);
    expect(freeFrom(busy, ['cu_000000000000'], 48_000 * 5, 48_000)).toBe(48_000 * 6);
    expect(freeFrom(busy, ['cu_000000000000'], 48_000 * 5, 48_000, 'la_00000000000x')).toBe(48_000 * 5);
  });
  it('is where it was asked for while nothing lies there', () => expect(freeFrom(withCues(1), ['cu_000000000000'], 48_000 * 5, 48_000)).toBe(48_000 * 5));
  it('is behind whatever lies there, also behind what it is copied from', () => {
    expect(freeFrom(withCues(1), ['cu_000000000000'], 48_000 * 1.5, 48_000)).toBe(48_000 * 2);
    expect(freeFrom(withCues(1, 2, 3.5), ['cu_000000000000'], 48_000, 48_000)).toBe(48_000 * 4.5);
  });
  it('is one for all copies together, none of which lies on another', () => {
    const scene = withCues(1, 2.5);
    const place = freeFrom(scene, ['cu_000000000000', 'cu_000000000001'], 48_000 * 2, 48_000);
    expect(place).toBeGreaterThanOrEqual(48_000 * 3.5);
  });
});
