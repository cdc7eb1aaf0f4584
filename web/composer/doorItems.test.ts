import { describe, expect, it } from 'vitest';
import type { Document, Kept, Layer } from '#core/document/schema';
import { NO_FONTS } from '#core/draw/text';
import { edit } from '#core/edit/change';
import { removeLayers } from '#core/edit/commands/layers';
import { setBackdrop } from '#core/edit/commands/stage';
import { schedule } from '#core/schedule/schedule';
import { standsOn } from '#core/stage/arrival';
import { keptFree } from '#core/stage/words/freeOf';
import { everything } from '#core/testing/everything';
import { sampleDocument } from '#core/testing/samples';
import { inOrder } from '#core/time/order';
import { view } from '../state/view.ts';
import type { DoorItem } from './doorItem.ts';
import { doorItems, searchDoor } from './doorItems.ts';
import type { PlacedScene } from './film.ts';

const placed = (document: Document): PlacedScene => schedule(document, () => undefined).scenes[0] as PlacedScene;
const made = sampleDocument('MARIT: I lost my orange and two keys.\nTULLY: Where is the sea?\nMARIT: Read this letter.', 5);
const { document, scene } = made;
const [marit] = inOrder(document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string];
const items = doorItems(document, placed(document));
const item = (key: string, list: readonly DoorItem[] = items): DoorItem => {
  const found = list.find((one) => one.key === key);
  if (!found) throw new Error(`no ${key}`);
  return found;
};
const HOW = { coming: 'there', tick: 48_000, fromHere: false } as const;
const brought = (one: DoorItem, how: Partial<Parameters<DoorItem['bring']>[1]> = {}, on: Document = document): { document: Document; layer: Layer | undefined } => {
  const next = edit(on, 'bring', 'cg_000000000001', one.bring([], { ...HOW, ...how })).document;
  return { document: next, layer: one.layer === undefined ? undefined : next.scenes[scene]?.layers[one.layer] };
};

describe('the stage door', () => {
  it('offers first what the script speaks of, with the word and its line', () => {
    const suggested = items.filter(({ shelf }) => shelf === 'script');
    expect(suggested.map(({ name, spoken, line }) => [name, spoken, line])).toEqual(
      expect.arrayContaining([
        ['Orange', 'orange', 'line 1'],
        ['Key', 'keys', 'line 1'],
        ['Sheet', 'letter', 'line 3'],
      ]),
    );
    expect(suggested.length).toBeLessThanOrEqual(8);
  });
  it('offers a speaker who has no place, before all things', () => {
    const without = edit(document, 'off', 'cg_000000000001', removeLayers(scene, [marit])).document;
    const [first] = doorItems(without, placed(without));
    expect(first).toMatchObject({ name: 'Marit', shelf: 'script', line: 'speaks, line 1', person: true });
  });
  it('does not offer from the script what is on the stage already', () => {
    const next = brought(item('props orange')).document;
    expect(doorItems(next, placed(next)).some(({ key }) => key === 'script props orange')).toBe(false);
  });
  it('brings things to the floor and lets words hang', () => {
    const orange = brought(item('props orange')).layer as Extract<Layer, { kind: 'prop' }>;
    expect(standsOn(orange)).toBe(true);
    const { layer: title } = brought(item('words title'));
    expect((title as { y: number }).y).toBeLessThan(orange.y as number);
  });
  it('brings an arrow beside what is chosen, pointing at it, over no face, as long as the line', () => {
    view({ layer: marit });
    const { layer, document: next } = brought(item('words mark arrow'));
    view({ layer: undefined });
    expect(layer).toMatchObject({ kind: 'mark', form: 'arrow', to: marit });
    const [x, y] = [(layer as { x: number }).x, (layer as { y: number }).y];
    const after = placed(next);
    for (const face of keptFree(after, NO_FONTS, { frame: '16:9' }, 48_000, 90_000).faces) expect(x > face.left && x < face.right && y > face.top && y < face.bottom).toBe(false);
    const line = after.lines.find(({ start, end }) => 48_000 < end && 48_000 >= start) ?? after.lines[0];
    expect(after.layers.get(item('words mark arrow').layer as string)?.start).toBe(line?.start);
  });
  it('brings a ring about a thing that stands there where nothing is chosen', () => {
    const with_ = brought(item('props orange')).document;
    const again = doorItems(with_, placed(with_));
    const orange = item('props orange').layer;
    expect(brought(item('words mark ring', again), {}, with_).layer).toMatchObject({ form: 'ring', to: orange, x: 0, y: 0 });
  });
  it('brings a balloon of who speaks there, with what is said, clear of faces, as long as the line', () => {
    const { layer, document: next } = brought(item('words balloon speech'));
    const line = placed(document).lines.find(({ start, end }) => 48_000 < end && 48_000 >= start) ?? placed(document).lines[0];
    expect(layer).toMatchObject({ kind: 'balloon', form: 'speech', of: line?.layer });
    expect((layer as { text: string }).text.split(' ').length).toBeLessThanOrEqual(13);
    expect(line?.words.map(({ text }) => text).join(' ')).toContain((layer as { text: string }).text.replace(/ …$/, ''));
    const scene2 = placed(next);
    const staged = scene2.layers.get(item('words balloon speech').layer as string);
    expect(staged?.start).toBeLessThanOrEqual(line?.start as number);
    expect(staged?.end).toBeGreaterThanOrEqual(line?.end as number);
    const kept = keptFree(scene2, NO_FONTS, { frame: '16:9' }, staged?.start as number, staged?.end as number);
    const { x, y } = layer as { x: number; y: number };
    for (const face of kept.faces) expect(x > face.left && x < face.right && y > face.top && y < face.bottom).toBe(false);
  });
  it('names in a lower third who speaks, and fills cards with the production’s own titles', () => {
    const third = brought(item('words look name-ribbon')).layer as Extract<Layer, { kind: 'text' }>;
    expect(['Marit', 'Tully']).toContain(third.text.split('\n')[0]);
    expect(third.of).toBeDefined();
    const card = brought(item('words look part-card')).layer as Extract<Layer, { kind: 'text' }>;
    expect(card.text).toBe(`Part 1 of 1\n${document.scenes[scene]?.title}`);
    expect(card).toMatchObject({ x: 0, y: 0 });
  });
  it('suggests nothing for words that are in every sentence', () => {
    const suggested = items.filter(({ shelf }) => shelf === 'script').map(({ spoken }) => spoken?.toLowerCase());
    for (const word of ['the', 'and', 'this', 'where']) expect(suggested).not.toContain(word);
  });
  it('brings a backdrop in its own light, and keeps an hour that was chosen', () => {
    const night = brought(item('backdrops night-sky')).document.scenes[scene]?.backdrop;
    expect(night).toMatchObject({ kind: 'set', set: 'night-sky', light: 1 });
    const dusk = edit(document, 'x', 'cg_000000000001', setBackdrop(scene, { kind: 'set', set: 'study', light: 0.75 })).document;
    const [street] = doorItems(dusk, placed(dusk)).filter(({ key }) => key === 'backdrops street');
    expect(brought(street as DoorItem, {}, dusk).document.scenes[scene]?.backdrop).toMatchObject({ set: 'street', light: 0.75 });
  });
  it('brings somebody new with a role and a voice of their own', () => {
    const noor = item('new noor');
    const next = brought(noor).document;
    expect(Object.keys(next.production.roles)).toHaveLength(Object.keys(document.production.roles).length + 1);
    expect(next.scenes[scene]?.layers[noor.layer as string]).toMatchObject({ kind: 'character' });
  });
  it('lets people walk in from the side to where they would stand', () => {
    const noor = item('new noor');
    const there = brought(noor).layer as { x: number };
    const { document: next, layer } = brought(noor, { coming: 'walks' });
    expect(Math.abs((layer as { x: number }).x)).toBeGreaterThan(960);
    const walk = Object.values(next.scenes[scene]?.cues ?? {}).find((cue) => cue.kind === 'move');
    expect(walk).toMatchObject({ layer: noor.layer, x: there.x, walk: true });
  });
  it('lets things fade in or pop up, from the playhead on if asked', () => {
    const { layer } = brought(item('props orange'), { coming: 'pops', fromHere: true });
    expect(layer).toMatchObject({ enter: { effect: 'pop' }, span: { end: { to: 'scene', edge: 'end' } } });
    expect(brought(item('props orange'), { coming: 'fades' }).layer).not.toHaveProperty('span');
  });
  it('changes the backdrop and nothing else', () => {
    const next = brought(item('backdrops harbour-low-tide')).document;
    expect(next.scenes[scene]?.backdrop).toMatchObject({ kind: 'set', set: 'harbour-low-tide' });
    expect(next.scenes[scene]?.layers).toEqual(document.scenes[scene]?.layers);
  });
  it('has the pictures that the production uses', () => {
    const all = everything();
    const pictures = doorItems(all.document, placed(all.document)).filter(({ shelf }) => shelf === 'own');
    const used = Object.values(all.document.scenes[all.scene]?.layers ?? {}).filter(({ kind }) => kind === 'picture');
    expect(pictures.length).toBe(new Set(used.map((layer) => (layer as { media: string }).media)).size);
  });
});

describe('its search', () => {
  it('puts names that begin so first', () => expect(searchDoor(items, 'or')[0]?.name).toBe('Orange'));
  it('finds by what a thing is for', () => expect(searchDoor(items, 'coffee').map(({ name }) => name)).toEqual(['Mug', 'Cup']));
  it('puts what is called just so before what only begins so', () => {
    expect(searchDoor(items, 'street')[0]?.name).toBe('Street');
    expect(searchDoor(items, 'street l')[0]?.name).toBe('Street lamp');
  });
  it('wants every word', () => expect(searchDoor(items, 'coffee backdrop')).toEqual([]));
  it('offers each thing once', () => {
    const keys = searchDoor(items, 'o').map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe('what is kept for all productions', () => {
  const other = sampleDocument('NOOR: Hello.', 9);
  const [noor] = Object.values(other.document.characters) as [Document['characters'][string]];
  const board = { kind: 'prop', prop: 'whiteboard', x: 120, y: 300, order: 'a0', locked: false, hidden: false, parent: 'la_000000000001' } as Layer;
  const kept: Kept[] = [
    { id: 'kp_000000000001', kind: 'backdrop', name: 'Night in the study', value: { kind: 'set', set: 'study', light: 1, planes: { back: { distance: 4 } } } },
    { id: noor.id, kind: 'character', name: noor.name, value: noor },
    {
      id: 'kp_000000000002',
      kind: 'thing',
      name: 'Class corner',
      value: {
        root: 'la_000000000001',
        layers: { la_000000000001: { kind: 'group', order: 'a0', x: 60, y: 0, locked: false, hidden: false } as Layer, la_000000000002: board },
      },
    },
  ];
  const list = doorItems(document, placed(document), kept).filter(({ shelf }) => shelf === 'kept');

  it('is offered by its name, and as it looks', () => {
    expect(list.map(({ name, line }) => [name, line])).toEqual([
      ['Night in the study', 'backdrop'],
      [noor.name, 'from your shelf'],
      ['Class corner', '2 layers'],
    ]);
    expect(list[2]?.look).toEqual({ layer: board });
    expect(searchDoor(doorItems(document, placed(document), kept), 'class corner')[0]?.key).toBe('kept kp_000000000002');
  });
  it('comes as it was kept: a backdrop with its planes, somebody into the cast with a voice, a thing with all that is in it', () => {
    const [ground, person, corner] = list as [DoorItem, DoorItem, DoorItem];
    expect(brought(ground).document.scenes[scene]?.backdrop).toMatchObject({ set: 'study', light: 1, planes: { back: { distance: 4 } } });
    const { document: with_, layer } = brought(person);
    expect(layer).toMatchObject({ kind: 'character', character: noor.id });
    expect(with_.characters[noor.id]?.name).toBe(noor.name);
    expect(Object.values(with_.production.roles).find(({ character }) => character === noor.id)?.voice).toBeDefined();
    const { document: set, layer: group } = brought(corner, { coming: 'fades' });
    expect(group).toMatchObject({ kind: 'group', name: 'Class corner', x: 60, enter: { effect: 'fade' } });
    expect(Object.values(set.scenes[scene]?.layers ?? {}).filter(({ parent }) => parent === corner.layer)).toMatchObject([{ prop: 'whiteboard', x: 120 }]);
  });
  it('is not offered twice: who is in the cast already stands there', () => {
    const here = Object.values(document.characters)[0] as Document['characters'][string];
    const mine: Kept[] = [{ id: here.id, kind: 'character', name: here.name, value: here }];
    expect(doorItems(document, placed(document), mine).filter(({ shelf }) => shelf === 'kept')).toEqual([]);
  });
});
