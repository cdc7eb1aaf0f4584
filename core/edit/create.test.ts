import { describe, expect, it } from 'vitest';
import type { CharacterLayer, Document } from '../document/schema.ts';
import { dressedWith } from '../figure/fit.ts';
import { characterLayers } from '../schedule/casting.ts';
import { sceneSchedule } from '../schedule/schedule.ts';
import { spokenStretches } from '../speech/analysis.ts';
import { sceneIn } from '../testing/everything.ts';
import { actingIn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { setPart } from './commands/cast.ts';
import { groupLayers, removeLayers } from './commands/layers.ts';
import { addTake, insertLine } from './commands/lines.ts';
import { addSceneAfter, bringSpeaker } from './create.ts';

const { document, scene, makeId } = sampleDocument();
const CHANGE = 'cg_000000000001';
const run = (recipe: Recipe, from: Document = document): Document => edit(from, 'x', CHANGE, recipe).document;
const castOf = (of: Document, id: string): CharacterLayer[] => characterLayers(sceneIn(of, id)).map(([, layer]) => layer);

describe('a scene after another', () => {
  const id = 'sc_000000000009';
  it('has its backdrop and its cast, where and as large as they stand, and lies right after it', () => {
    const next = run(addSceneAfter(scene, id, 'Later', makeId));
    expect(sceneIn(next, id).backdrop).toEqual(sceneIn(document, scene).backdrop);
    expect(castOf(next, id)).toEqual(castOf(document, scene));
    expect(inOrder(next.scenes).map(([one]) => one)).toEqual([scene, id]);
    const between = run(addSceneAfter(scene, 'sc_00000000000a', 'Between', makeId), next);
    expect(inOrder(between.scenes).map(([, one]) => one.title)).toEqual([sceneIn(document, scene).title, 'Between', 'Later']);
  });
  it('keeps who plays whom, and gives those who were in a group a place of their own', () => {
    const [first] = inOrder(document.production.roles).map(([role]) => role) as [string];
    const [other] = Object.keys(document.characters).slice(-1) as [string];
    const recast = run((draft) => {
      sceneIn(draft as Document, scene).recast[first] = other;
    });
    const grouped = run(
      groupLayers(
        scene,
        inOrder(sceneIn(document, scene).layers).map(([layer]) => layer),
        'la_000000000009',
        'All',
      ),
      recast,
    );
    const next = run(addSceneAfter(scene, id, 'Later', makeId), grouped);
    expect(sceneIn(next, id).recast).toEqual({ [first]: other });
    for (const layer of castOf(next, id)) expect([layer.parent, Number.isFinite(layer.x)]).toEqual([undefined, true]);
  });
});

describe('a line of somebody who is not on the stage', () => {
  const [marit] = inOrder(sceneIn(document, scene).layers).map(([layer]) => layer) as [string];
  const role = inOrder(sceneIn(document, scene).lines)[0]?.[1].role as string;
  const without = run(removeLayers(scene, [marit]));
  it('brings them on, once, where nobody stands', () => {
    const next = run(bringSpeaker(scene, role, makeId), without);
    expect(castOf(next, scene)).toHaveLength(2);
    const [a, b] = castOf(next, scene).map((layer) => layer.x ?? 0) as [number, number];
    expect(Math.abs(a - b)).toBeGreaterThan(250);
    expect(run(bringSpeaker(scene, role, makeId), next)).toEqual(next);
  });
  it('of nobody brings nobody', () => expect(run(bringSpeaker(scene, null, makeId), without)).toEqual(without));
});

describe('a voice whose words nobody knows', () => {
  const mouth = [
    { start: 0, end: 9600, shape: 'rest' },
    { start: 9600, end: 14_400, shape: 'wide' },
    { start: 14_400, end: 24_000, shape: 'mid' },
    { start: 24_000, end: 60_000, shape: 'rest' },
    { start: 60_000, end: 72_000, shape: 'round' },
    { start: 72_000, end: 96_000, shape: 'rest' },
  ] as const;
  const loudness = Array.from({ length: 200 }, (_, n) => (n >= 125 && n < 150 ? 1.2 : 0.5));
  it('is parted at its pauses; what is louder stands out more', () => {
    const stretches = spokenStretches({ mouth, loudness });
    expect(stretches.map(({ start, end }) => [start, end])).toEqual([
      [9600, 24_000],
      [60_000, 72_000],
    ]);
    expect(stretches[1]?.stress).toBeGreaterThan(stretches[0]?.stress as number);
    expect(stretches.every(({ text }) => text === 'so.')).toBe(true);
  });
  it('moves the body of who speaks all the same', () => {
    const role = inOrder(document.production.roles)[0]?.[0] as string;
    const line = makeId('line');
    const analysis = 'b'.repeat(64);
    const long = {
      version: 1,
      length: toTicks(6),
      words: [],
      phones: [],
      stress: [],
      loudness: Array.from({ length: 600 }, (_, n) => (n % 90 < 60 ? 1.1 : 0.1)),
      mouth: Array.from({ length: 40 }, (_, n) => ({ start: n * 7200, end: (n + 1) * 7200, shape: n % 6 > 3 ? ('rest' as const) : ('wide' as const) })),
    };
    const take = { order: 'a0', name: 'Take', kind: 'imported' as const, media: 'c'.repeat(64), analysis, from: 0, length: toTicks(6), times: {} };
    const spoken = run(addTake(scene, line, makeId('take'), take), run(insertLine(scene, line, role, '', null, makeId)));
    const schedule = sceneSchedule(spoken, sceneIn(spoken, scene), () => long);
    const said = schedule.lines.find(({ id }) => id === line);
    const acting = actingIn(schedule, said?.layer as string);
    const stirs = (key: 'headPitch' | 'browInL') =>
      (acting.channels[key] ?? []).some(({ track, by }) => by === 'alive' && track.at.some((at, n) => at >= (said?.start ?? 0) && at < (said?.end ?? 0) && track.values[n] !== 0));
    expect(stirs('headPitch') || stirs('browInL')).toBe(true);
  });
});

describe('a white coat', () => {
  it('is put on white, whatever colour was worn before, and shown so before it is taken', () => {
    const [id, character] = Object.entries(document.characters)[0] as [string, Document['characters'][string]];
    const brown = { ...document, characters: { ...document.characters, [id]: { ...character, colours: { ...character.colours, outer: '#6b4a2f' } } } };
    const worn = run(setPart(id, 'outer', 'lab-coat'), brown);
    expect(worn.characters[id]?.colours.outer).toBe('#f3f2ec');
    expect(dressedWith(brown.characters[id] as typeof character, 'outer', 'lab-coat').colours.outer).toBe('#f3f2ec');
  });
});
