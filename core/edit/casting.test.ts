import { describe, expect, it } from 'vitest';
import { Failure } from '../document/failure.ts';
import { restValue } from '../document/properties.ts';
import { type CharacterLayer, type Document, FRAMES, type FrameShape, type Scene } from '../document/schema.ts';
import { DESIGNS, designed } from '../figure/cast.ts';
import { heightOf, proportionsOf } from '../figure/proportions.ts';
import { readScript } from '../formats/script/read.ts';
import { VOICE_PRESETS, voicePreset } from '../speech/voices.ts';
import { floorOf } from '../stage/backdrop.ts';
import { seededIds } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit } from './change.ts';
import { addSceneAfter, addSpeaker, checkSpeakers, designsFor, freePlace, fromScript, MOST_SPEAKERS, newDocument, placesFor, scaleFor, voiceFor } from './create.ts';

const makeId = seededIds(21);
const SET = { kind: 'set', set: 'study', light: 0.5 } as const;
const SHAPES = Object.keys(FRAMES) as FrameShape[];
const production = { title: 'T', slug: 't', frame: '16:9', fps: 25 } as const;
const from = (text: string, frame: FrameShape = '16:9'): Document => fromScript(readScript(text), { ...production, frame }, makeId);
const scenesOf = (document: Document): Scene[] => inOrder(document.scenes).map(([, scene]) => scene);
const figuresIn = (scene: Scene): CharacterLayer[] => inOrder(scene.layers).flatMap(([, layer]) => (layer.kind === 'character' ? [layer] : []));

describe('a new production', () => {
  it('is one empty scene before a drawn wall', () => {
    const document = newDocument(production, makeId);
    expect(document.production).toMatchObject({ title: 'T', slug: 't', frame: '16:9', fps: 25, palette: [], style: 'flat', roles: {} });
    expect(document.characters).toEqual({});
    expect(scenesOf(document)).toMatchObject([{ title: 'Scene 1', backdrop: SET, layers: {}, lines: {}, cues: {} }]);
    expect(scenesOf(newDocument(production, makeId, { kind: 'colour', colour: '#102030' }))[0]?.backdrop).toEqual({ kind: 'colour', colour: '#102030' });
  });
});

describe('voices', () => {
  it('suit the design, and are told apart as long as there are others', () => {
    expect(voiceFor('marit', 0)).toEqual(voicePreset('lantern')?.voice);
    const marit = voiceFor('marit', 0);
    const second = voiceFor('marit', 3, [marit]);
    expect(second).toEqual(VOICE_PRESETS[3]?.voice);
    expect(second).not.toEqual(marit);
    // Without a design of one's own: the next in turn, round and round.
    expect(voiceFor(undefined, 2)).toEqual(VOICE_PRESETS[2]?.voice);
    expect(voiceFor(undefined, VOICE_PRESETS.length + 1)).toEqual(VOICE_PRESETS[1]?.voice);
    expect(voiceFor(undefined, VOICE_PRESETS.length - 1, [VOICE_PRESETS.at(-1)?.voice as never])).toEqual(VOICE_PRESETS[0]?.voice);
    const all = VOICE_PRESETS.map(({ voice }) => voice);
    expect(voiceFor('marit', 0, all)).toEqual(marit);
  });
});

describe('designs', () => {
  it('are those of the same name, whatever its case, and others for the rest, none twice', () => {
    expect(designsFor(['MARIT', 'tully'])).toEqual(['marit', 'tully']);
    expect(designsFor(['Ida', 'Noor', 'Ole'])).toEqual(['theo', 'noor', 'tully']);
    const many = designsFor(Array.from({ length: Object.keys(DESIGNS).length }, (_, n) => `S${n}`));
    expect(new Set(many).size).toBe(many.length);
    expect(designsFor(Array.from({ length: Object.keys(DESIGNS).length + 3 }, (_, n) => `S${n}`)).every((id) => id in DESIGNS)).toBe(true);
    expect(designsFor([])).toEqual([]);
  });
});

describe('places', () => {
  it.each(SHAPES)('in %s are on the floor, evenly apart, inside the frame, turned to each other', (frame) => {
    const [width] = FRAMES[frame];
    expect(placesFor(1, frame, SET)).toEqual([{ x: 0, y: floorOf(SET, frame), turn: 0, room: width / 1.6 }]);
    for (const count of [2, 3, 5]) {
      const places = placesFor(count, frame, SET);
      expect(places).toHaveLength(count);
      const xs = places.map(({ x }) => x);
      const steps = xs.slice(1).map((x, n) => x - (xs[n] as number));
      expect(Math.max(...steps) - Math.min(...steps)).toBeLessThanOrEqual(1);
      expect(Math.abs((xs[0] as number) + (xs.at(-1) as number))).toBeLessThanOrEqual(1);
      expect((xs.at(-1) as number) - (xs[0] as number)).toBe(Math.round(Math.min(width * 0.62, 250 * count + 120) / 2) * 2);
      for (const { x, y, turn, room } of places) {
        expect(y).toBe(floorOf(SET, frame));
        expect(Math.sign(turn) + Math.sign(x)).toBe(0);
        expect(room).toBeCloseTo(width / (count + 0.6), 6);
      }
    }
  });
  it('for one more are where most room is, turned to the others', () => {
    const stage = (...xs: number[]) => ({
      backdrop: SET,
      layers: Object.fromEntries(xs.map((x, n) => [`la_${n}`, { kind: 'character', x, order: `a${n}` }])) as unknown as Scene['layers'],
    });
    expect(freePlace(stage(), '16:9')).toEqual({ x: 0, y: floorOf(SET, '16:9'), turn: 0, room: 1200 });
    const reach = Math.round(1920 * 0.34);
    expect(freePlace(stage(300), '16:9')).toEqual({ x: -reach, y: floorOf(SET, '16:9'), turn: 0.2, room: 1920 / 2.6 });
    expect(freePlace(stage(-300), '16:9')).toMatchObject({ x: reach, turn: -0.2 });
    const between = freePlace(stage(-reach, reach), '16:9');
    expect(between.x).toBe(0);
    expect(between.room).toBeCloseTo(1920 / 3.6, 6);
    // What is no figure takes no place.
    const picture = stage(300);
    (picture.layers as Record<string, unknown>).la_9 = { kind: 'picture', x: -reach, order: 'b' };
    expect(freePlace(picture, '16:9').x).toBe(-reach);
  });
});

describe('sizes', () => {
  const tully = designed('tully', 'ch_000000000001', 'a0');
  const marit = designed('marit', 'ch_000000000002', 'a0');
  it('of a mascot go by its room, up to one and a half', () => {
    expect(scaleFor(tully, '16:9', 250)).toBe(1);
    expect(scaleFor(tully, '16:9', 100)).toBe(0.4);
    expect(scaleFor(tully, '16:9', 9000)).toBe(1.5);
  });
  it('of people go by their room, the frame’s height and theirs', () => {
    expect(scaleFor(marit, '16:9', 9000)).toBe(1.46);
    expect(scaleFor(marit, '16:9', 190)).toBe(1);
    expect(scaleFor(marit, '9:16', 9000)).toBe(1.83);
    expect(scaleFor(marit, '4:5', 9000)).toBe(1.83);
    expect(scaleFor(marit, '1:1', 9000)).toBe(1.46);
    const tall = { ...marit, figure: { ...marit.figure, height: 1.3 } } as typeof marit;
    const most = (1080 * 0.72) / heightOf(proportionsOf(tall.figure));
    expect(scaleFor(tall, '16:9', 9000)).toBeCloseTo(Math.min(1.46, most), 2);
  });
});

describe('a speaker', () => {
  const base = newDocument(production, makeId);
  const scene = Object.keys(base.scenes)[0] as string;
  const character = designed('noor', 'ch_000000000001', 'a0');
  const voice = voiceFor('noor', 0);
  const place = { x: 10, y: 20, turn: 0.2, room: 9000 };
  const run = (more: object): Document => edit(base, 'x', 'cg_000000000001', addSpeaker({ role: 'ro_000000000001', character, colour: 3, name: 'Ida', voice, ...more })).document;
  it('is a character, a role and, with a place, a figure on the stage', () => {
    const there = run({ scene, layer: 'la_000000000001', place });
    expect(there.characters[character.id]).toEqual(character);
    expect(there.production.roles.ro_000000000001).toMatchObject({ name: 'Ida', character: character.id, colour: 3, voice });
    expect(figuresIn(there.scenes[scene] as Scene)).toMatchObject([{ character: character.id, x: 10, y: 20, turn: 0.2, scaleX: 1.46, scaleY: 1.46, locked: false, hidden: false }]);
    for (const some of [{}, { scene, layer: 'la_000000000001' }, { scene, place }, { layer: 'la_000000000001', place }]) {
      const off = run(some);
      expect(Object.keys(off.production.roles)).toEqual(['ro_000000000001']);
      expect((off.scenes[scene] as Scene).layers).toEqual({});
    }
  });
});

describe('a script', () => {
  it('has a scene for each heading, with those on its stage who speak in it', () => {
    const document = from('# The day\n\n## Morning\nIDA: One.\nOLE: Two.\n\n## Noon\nOLE: Three.\n');
    const [morning, noon] = scenesOf(document) as [Scene, Scene];
    expect([morning.title, noon.title]).toEqual(['Morning', 'Noon']);
    expect(noon.backdrop).toEqual(morning.backdrop);
    const names = (scene: Scene): string[] => figuresIn(scene).map(({ character }) => document.characters[character]?.name as string);
    expect([names(morning), names(noon)]).toEqual([['Ida', 'Ole'], ['Ole']]);
    expect(inOrder(noon.lines).map(([, { text }]) => text)).toEqual(['Three.']);
    const roles = inOrder(document.production.roles).map(([, role]) => role);
    expect(roles.map(({ name, colour }) => [name, colour])).toEqual([
      ['Ida', 1],
      ['Ole', 2],
    ]);
    expect(new Set(roles.map(({ voice }) => JSON.stringify(voice))).size).toBe(2);
    for (const figure of figuresIn(morning)) expect(Math.sign(restValue(figure, 'turn' as never) || figure.turn || 0)).toBe(-Math.sign(figure.x ?? 0));
  });
  it('without headings is one scene; one without lines has everybody on its stage', () => {
    const plain = from('IDA: One.\nOLE: Two.\n');
    expect(scenesOf(plain)).toHaveLength(1);
    expect(scenesOf(plain)[0]?.title).toBe('Scene 1');
    expect(figuresIn(scenesOf(plain)[0] as Scene)).toHaveLength(2);
    const silent = fromScript({ ...readScript('IDA: x'), lines: [], scenes: [], speakers: ['Ida', 'Ole'] }, production, makeId);
    expect(figuresIn(scenesOf(silent)[0] as Scene)).toHaveLength(2);
    expect(scenesOf(silent)[0]?.lines).toEqual({});
    const untitled = fromScript(
      {
        ...readScript('IDA: x'),
        scenes: [
          { title: undefined, lines: [] },
          { title: undefined, lines: readScript('IDA: x').lines },
        ] as never,
      },
      production,
      makeId,
    );
    expect(scenesOf(untitled).map(({ title }) => title)).toEqual(['Scene 1', 'Scene 2']);
  });
  it('leaves off the stage who only speaks from outside of it', () => {
    const read = readScript('IDA: One.\nOLE: Two.\n');
    const lines = read.lines.map((line) => (line.speaker === 'Ole' ? { ...line, offStage: true } : line));
    const document = fromScript({ ...read, lines, scenes: [] }, production, makeId);
    expect(figuresIn(scenesOf(document)[0] as Scene).map(({ character }) => document.characters[character]?.name)).toEqual(['Ida']);
    expect(Object.keys(document.production.roles)).toHaveLength(2);
  });
  it('with more speakers than a cast can have is no script', () => {
    const names = Array.from({ length: MOST_SPEAKERS + 1 }, (_, n) => `S${n}`);
    expect(() => checkSpeakers(names.slice(1))).not.toThrow();
    expect(() => checkSpeakers(names.slice(2), 1)).not.toThrow();
    for (const act of [() => checkSpeakers(names), () => checkSpeakers(names.slice(1), 1)])
      try {
        act();
        expect.unreachable();
      } catch (thrown) {
        expect(thrown).toBeInstanceOf(Failure);
        expect((thrown as Failure).code).toBe('too-many-speakers');
        expect((thrown as Failure).message).toMatch(/^This script has 61 speakers \(“S\d”, “S\d”, “S\d” …\); a production has at most 60\. /);
      }
  });
});

describe('a scene after one that is gone', () => {
  it('is refused in a sentence', () => {
    const base = newDocument(production, makeId);
    expect(() => edit(base, 'x', 'cg_000000000001', addSceneAfter('sc_000000000000', 'sc_000000000009', 'x', makeId))).toThrow(
      new Failure('no-scene', 'That scene is gone. Open another one.'),
    );
  });
});
