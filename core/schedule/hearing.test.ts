import { describe, expect, it } from 'vitest';
import type { Cue, Layer, Scene } from '../document/schema.ts';
import { gestureOn } from '../testing/samples.ts';
import { thingsNamed, voiceThing } from './casting.ts';
import { Gathering } from './gathering.ts';
import { moodOf, pausesOf, sideOf } from './hearing.ts';
import type { ScheduledLine } from './lines.ts';
import type { Resolved } from './resolve.ts';

const lineOf = (text: string, start = 100, end = 200): ScheduledLine =>
  ({
    id: 'ln_1',
    layer: 'speaker',
    start,
    end,
    line: { kind: 'line', text },
    words: text.split(' ').map((word, n) => ({ id: `${n}`, text: word, start: start + n * 10, end: start + n * 10 + 8 })),
  }) as unknown as ScheduledLine;
const face = (expression: string, layer = 'speaker'): Cue => ({ ...gestureOn(layer, ''), kind: 'face', expression, strength: 1 }) as unknown as Cue;
const sceneOf = (cues: Record<string, Cue>, layers: Record<string, Layer> = {}): Scene => ({ cues, layers }) as unknown as Scene;
const resolvedOf = (times: Record<string, readonly [number, number]>): Resolved =>
  ({ cues: new Map(Object.entries(times).map(([id, [start, end]]) => [id, { start, end }])) }) as unknown as Resolved;
const mood = (text: string, cues: Record<string, Cue> = {}, times: Record<string, readonly [number, number]> = {}): string =>
  moodOf(sceneOf(cues), resolvedOf(times), lineOf(text));

describe('what a line does to who hears it', () => {
  it('follows from its words: good and bad news, a joke, a question, nothing much', () => {
    expect(mood('That is wonderful news.')).toBe('glad');
    expect(mood('Somebody has stolen it.')).toBe('bad');
    expect(mood('What a funny hat.')).toBe('funny');
    expect(mood('Where is the boat?')).toBe('question');
    expect(mood('The boat lies there.')).toBe('plain');
    expect(mood('I wonder about that.')).toBe('plain');
    expect(mood('How boring it is.')).toBe('plain');
  });
  it.each([
    ['glad', ['joyful', 'excited', 'proud', 'relieved', 'warm']],
    ['plain', ['thinking', 'sceptical', 'bored', 'tired', 'determined', 'calm', 'sly', 'shy', 'puzzled', 'surprised']],
    ['bad', ['sad', 'afraid', 'angry', 'worried', 'disgusted', 'in-pain', 'embarrassed', 'annoyed']],
    ['funny', ['laughing']],
    ['question', ['curious']],
  ] as const)('is %s where it is said with such a face', (what, faces) => {
    for (const one of faces) expect(mood('The boat lies there.', { cu: face(one) }, { cu: [120, 180] }), one).toBe(what);
  });
  it('goes by the face before the words, if it is that of who speaks and is there while they do', () => {
    const text = 'Somebody has stolen it.';
    const with_ = (cue: Cue, ...times: readonly [number, number]): string => mood(text, { cu: cue }, { cu: times });
    expect(with_(face('joyful'), 150, 160)).toBe('glad');
    expect(with_(face('joyful'), 0, 101)).toBe('glad');
    expect(with_(face('joyful'), 199, 300)).toBe('glad');
    expect(with_(face('joyful'), 0, 100)).toBe('bad');
    expect(with_(face('joyful'), 200, 300)).toBe('bad');
    expect(with_(face('joyful', 'listener'), 150, 160)).toBe('bad');
    expect(with_({ ...face('joyful'), kind: 'gesture' } as unknown as Cue, 150, 160)).toBe('bad');
    // A face that lies nowhere on the clock is not shown.
    expect(mood(text, { cu: face('joyful') })).toBe('bad');
    // Of two the first counts.
    expect(mood(text, { a: face('laughing'), b: face('joyful') }, { a: [150, 160], b: [150, 160] })).toBe('funny');
  });
});

describe('the pauses of a line', () => {
  it('lie at its marks and at its end, from its start', () => {
    expect(pausesOf(lineOf('Well, here it is: a boat; no? Yes! It', 1000))).toEqual([8, 38, 58, 68, 78, 88]);
    expect(pausesOf(lineOf('a,b goes'))).toEqual([18]);
    expect(pausesOf(lineOf('It goes.'))).toEqual([18]);
    expect(pausesOf({ words: [], start: 0 })).toEqual([]);
  });
});

const at = (x: number, more: object = {}): Layer => ({ kind: 'character', character: 'ch', order: 'a', x, ...more }) as unknown as Layer;
describe('the side on which somebody is', () => {
  const side = (own: Layer, other: Layer): number => sideOf(sceneOf({}, { own, other }), 'own', 'other');
  it('is that of the picture, the other way for a figure that is mirrored, and none where both are about at one place', () => {
    expect(side(at(0), at(300))).toBe(1);
    expect(side(at(500), at(300))).toBe(-1);
    expect(side(at(0, { scaleX: -1 }), at(300))).toBe(-1);
    expect(side(at(500, { scaleX: -0.5 }), at(300))).toBe(1);
    expect(side(at(290), at(300))).toBe(0);
    expect(side(at(281), at(300))).toBe(0);
    expect(side(at(280), at(300))).toBe(1);
    expect(side(at(320), at(300))).toBe(-1);
  });
  it('of nobody, or of one who is gone, is none', () => {
    const scene = sceneOf({}, { own: at(0), other: at(300) });
    expect(sideOf(scene, 'own', undefined)).toBe(0);
    expect(sideOf(scene, 'own', 'gone')).toBe(0);
    expect(sideOf(scene, 'gone', 'other')).toBe(0);
  });
});

const prop = (name: string, x: number, more: object = {}): Layer => ({ kind: 'prop', prop: name, order: 'a', x, hidden: false, ...more }) as unknown as Layer;
describe('the things of a scene', () => {
  it('go by their kind and their own name in small words, and by the side on which they are of somebody', () => {
    const scene = sceneOf({}, { me: at(100), lamp: prop('floor-lamp', 400), cup: prop('cup', -200, { name: 'Old Mug of Jo' }), here: prop('book', 100) });
    expect(thingsNamed(scene, 'me')).toEqual([
      { words: ['floor', 'lamp'], hand: 'right' },
      { words: ['cup', 'old', 'mug'], hand: 'left' },
      { words: ['book'], hand: 'right' },
    ]);
  });
  it('are neither people nor hidden nor carried by somebody', () => {
    const scene = sceneOf({}, { me: at(0), you: at(300), gone: prop('cup', 1, { hidden: true }), held: prop('cup', 1, { parent: 'you' }) });
    expect(thingsNamed(scene, 'me')).toEqual([]);
    expect(thingsNamed(scene, 'nobody')).toEqual([]);
  });
  it('have a voice if they are made for one', () => {
    expect(voiceThing(sceneOf({}, { cup: prop('cup', 0), radio: prop('radio', 0) }))).toBe('radio');
    expect(voiceThing(sceneOf({}, { radio: prop('radio', 0, { hidden: true }) }))).toBeUndefined();
  });
});

describe('spans that are gathered', () => {
  const key = (tick: number, value: number): { at: number; value: number } => ({ at: tick, value });
  it('are one track a channel, each where it lies', () => {
    const all = new Gathering();
    all.add({ smile: [key(0, 1), key(10, 2)] }, 100);
    all.add({ smile: [key(0, 3)], lean: [key(5, 4)] }, 200);
    const { smile, lean } = all.tracks();
    expect([[...(smile?.at ?? [])], [...(smile?.values ?? [])]]).toEqual([
      [100, 110, 200],
      [1, 2, 3],
    ]);
    expect([...(lean?.at ?? [])]).toEqual([205]);
  });
  it('leave out, where asked to, what lies before the end of the one before', () => {
    const all = new Gathering();
    all.add({ smile: [key(0, 1), key(50, 2)] }, 0, true);
    all.add({ smile: [key(0, 3), key(10, 4), key(20, 5)] }, 40, true);
    expect([...(all.tracks().smile?.at ?? [])]).toEqual([0, 50, 60]);
    // The very first key may lie at the beginning.
    expect([...(all.tracks().smile?.values ?? [])]).toEqual([1, 2, 5]);
  });
});
