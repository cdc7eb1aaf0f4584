import { beforeEach, describe, expect, it } from 'vitest';
import type { Document, LayerOf, Scene } from '../document/schema.ts';
import { clipLength } from '../stage/layers/clip.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { edit, type Recipe } from './change.ts';
import { bringClip, clipLasts, setChroma, setClip } from './commands/clips.ts';
import { addPicture, replacePicture } from './commands/pictures.ts';
import { setBackdrop } from './commands/stage.ts';

const [OLD, NEW, SOUND] = ['a', 'b', 'c'].map((letter) => letter.repeat(64)) as [string, string, string];
let document: Document;
let scene: string;
let makeId: ReturnType<typeof sampleDocument>['makeId'];
let layer: string;
const run = (recipe: Recipe): string | undefined => {
  const edited = edit(document, 'Change', makeId('change'), recipe);
  document = edited.document;
  return edited.message;
};
const part = (): Scene => document.scenes[scene] as Scene;
const clip = (): LayerOf<'clip'> => part().layers[layer] as LayerOf<'clip'>;
const CLIP = { kind: 'clip', name: 'Wave', media: OLD, width: 1920, height: 1080, frames: 100, rate: 25, after: 'hold', locked: false, hidden: false } as const;

beforeEach(() => {
  ({ document, scene, makeId } = sampleDocument());
  layer = makeId('layer');
  run(bringClip(scene, layer, CLIP, { cue: makeId('cue'), source: SOUND }));
});

describe('a clip on the stage', () => {
  it('brings its sound along, as long as itself', () => {
    const sound = Object.values(part().cues).find((cue) => cue.kind === 'sound');
    expect(sound).toMatchObject({ source: SOUND, name: 'Wave', end: { ticks: 4 * 48_000 }, start: { to: 'scene' } });
  });

  it('that is as long as itself stays so when it is trimmed or runs faster', () => {
    run(clipLasts(scene, layer, 'itself'));
    expect(clip().span?.end).toEqual({ ticks: 192_000 });
    run(setClip(scene, layer, { speed: 2 }));
    expect(clip().span?.end).toEqual({ ticks: 96_000 });
    run(setClip(scene, layer, { speed: undefined, into: 48_000 }));
    expect(clip().span?.end).toEqual({ ticks: 144_000 });
    expect('speed' in clip()).toBe(false);
  });

  it('takes its own sound along when it is trimmed, and says that a sound keeps its speed', () => {
    run(addPicture(makeId('picture'), { name: 'Wave', media: '1'.repeat(64), width: 1280, height: 720, clip: { media: OLD, frames: 100, rate: 25, sound: SOUND } }));
    const sound = () => Object.values(part().cues).find((cue) => cue.kind === 'sound');
    expect(run(setClip(scene, layer, { into: 48_000, until: 144_000 }))).toBeUndefined();
    expect(sound()).toMatchObject({ into: 48_000, end: { ticks: 96_000 } });
    expect(run(setClip(scene, layer, { into: undefined, speed: 2 }))).toBe('Its sound keeps its own speed. Take it off, or let the clip run at 1.');
    expect(sound()).not.toHaveProperty('into');
  });

  it('lasts as long as a line, hung from it, or the whole scene', () => {
    const line = inOrder(part().lines)[1]?.[0] as string;
    run(clipLasts(scene, layer, { line }));
    expect(clip().span).toMatchObject({ start: { to: 'line', line, edge: 'start' }, end: { to: 'line', line, edge: 'end' } });
    // A span that is not its own length is left alone.
    run(setClip(scene, layer, { speed: 2 }));
    expect(clip().span?.end).toMatchObject({ to: 'line' });
    run(clipLasts(scene, layer, 'scene'));
    expect(clip().span).toBeUndefined();
  });

  it('cannot end before it begins', () => {
    expect(() => run(setClip(scene, layer, { into: 96_000, until: 48_000 }))).toThrow('The clip would end before it begins. Let it end later.');
  });

  it('is keyed, and its colours are left again; people are not', () => {
    const key = { colour: '#22b04a', tolerance: 0.2, softness: 0.4, spill: 1, shrink: 0, blur: 0 };
    run(setChroma(scene, layer, key));
    expect(clip().chroma).toEqual(key);
    run(setChroma(scene, layer, undefined));
    expect('chroma' in clip()).toBe(false);
    const [person] = inOrder(part().layers).find(([, one]) => one.kind === 'character') as [string, unknown];
    expect(() => run(setChroma(scene, person, key))).toThrow('Colours are taken out of pictures and clips only.');
    expect(() => run(setClip(scene, person, { speed: 2 }))).toThrow('That is no clip.');
  });
});

describe('another file in its place', () => {
  const shelf = { name: 'Wave', media: '1'.repeat(64), width: 1280, height: 720, clip: { media: OLD, frames: 100, rate: 25 } };
  it('is followed by clips, pictures and backdrops that showed the old one, as wide as they were', () => {
    const id = makeId('picture');
    run(addPicture(id, shelf));
    run(setBackdrop(scene, { kind: 'picture', media: shelf.media, width: 1280, height: 720, fit: 'fill', name: 'Wave' }));
    run(setClip(scene, layer, { until: 150_000 }));
    run(replacePicture(id, { media: '2'.repeat(64), width: 800, height: 800, clip: { media: NEW, frames: 50, rate: 25 } }));
    expect(clip()).toMatchObject({ media: NEW, frames: 50, width: 1920, height: 1920 });
    // It ends before the old end.
    expect(clip().until).toBeUndefined();
    expect(clipLength(clip())).toBe(96_000);
    expect(part().backdrop).toMatchObject({ media: '2'.repeat(64), width: 800, height: 800 });
  });

  it('that does not move leaves clips as they are, and says so', () => {
    const id = makeId('picture');
    run(addPicture(id, shelf));
    const note = run(replacePicture(id, { media: '2'.repeat(64), width: 1280, height: 720 }));
    expect(clip().media).toBe(OLD);
    expect(note).toBe('1 clip on the stage still shows the old one: the new file does not move.');
  });
});
