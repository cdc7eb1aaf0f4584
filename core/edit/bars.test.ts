import { describe, expect, it } from 'vitest';
import type { Cue, CueOf, Document } from '../document/schema.ts';
import { resolveScene } from '../schedule/resolve.ts';
import { lineTiming } from '../schedule/timing.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { closeUp, laneFrom, pasteCues, rippleCues, slipSounds, splitCues, trimCues } from './commands/bars.ts';
import { hangCue } from './commands/cues.ts';
import { SOUND_DEFAULTS } from './commands/sounds.ts';

const made = sampleDocument();
const scene = made.scene;
const layers = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const [line] = inOrder(made.document.scenes[scene]?.lines ?? {}).map(([id]) => id) as [string];
const [word] = inOrder(made.document.scenes[scene]?.lines[line]?.words ?? {}).map(([id]) => id) as [string];
const S = TICKS_PER_SECOND;
const ids = ['cu_000000000001', 'cu_000000000002', 'cu_000000000003'] as const;
const at = (seconds: number): Cue['start'] => ({ to: 'scene', edge: 'start', offset: seconds * S });
const gesture = (from: number, length: number, layer: string = layers[0]): Cue => ({ ...gestureOn(layer, word), start: at(from), end: { ticks: length * S } });
const sound = (from: number, length: number): Cue =>
  ({ ...SOUND_DEFAULTS.sound, kind: 'sound', source: 'own:rain', name: 'Rain', order: 'a0', start: at(from), end: { ticks: length * S } }) as Cue;
const edited = (document: Document, recipe: Recipe): Document => edit(document, 'An edit', made.makeId('change'), recipe).document;
const withCues = (...cues: readonly Cue[]): Document =>
  edited(made.document, (draft) => {
    cues.forEach((cue, index) => {
      hangCue(scene, ids[index] as string, cue)(draft);
    });
  });
/** Start and end of every cue in seconds, by its id. */
function spans(document: Document): Record<string, [number, number]> {
  const resolved = resolveScene(document.scenes[scene] as Document['scenes'][string], (_, one) => lineTiming(one), 24);
  return Object.fromEntries([...resolved.cues].map(([id, { start, end }]) => [id, [start / S, end / S]]));
}
const cueOf = <K extends Cue['kind']>(document: Document, id: string): CueOf<K> => document.scenes[scene]?.cues[id] as CueOf<K>;

describe('a bar that is cut at the playhead', () => {
  it('begins there, or ends there, and its other edge stays', () => {
    const document = withCues(gesture(2, 4));
    expect(spans(edited(document, trimCues(scene, [ids[0]], 'start', 3 * S)))[ids[0]]).toEqual([3, 6]);
    expect(spans(edited(document, trimCues(scene, [ids[0]], 'end', 3 * S)))[ids[0]]).toEqual([2, 3]);
  });
  it('keeps an end that hangs from something else', () => {
    const document = withCues({ ...gesture(2, 4), end: { to: 'scene', edge: 'end', offset: 0 } });
    const cut = edited(document, trimCues(scene, [ids[0]], 'start', 3 * S));
    expect(cueOf(cut, ids[0]).end).toEqual({ to: 'scene', edge: 'end', offset: 0 });
  });
  it('goes on with what a sound would have said then', () => {
    const cut = edited(withCues(sound(1, 5)), trimCues(scene, [ids[0]], 'start', 3 * S));
    expect(cueOf<'sound'>(cut, ids[0]).into).toBe(2 * S);
  });
  it('is refused, with what to do, where it does not lie under the playhead', () => {
    const document = withCues(gesture(2, 4));
    for (const moment of [1, 2, 6, 7]) expect(() => edited(document, trimCues(scene, [ids[0]], 'end', moment * S))).toThrow(/lies under the playhead. Put the playhead/);
  });
  it('becomes two that follow each other, a sound without a gap in what is heard', () => {
    const document = withCues(gesture(2, 4), sound(2, 4));
    const cut = edited(document, splitCues(scene, [ids[0], ids[1]], 3 * S, made.makeId));
    const parts = Object.entries(spans(cut));
    expect(parts.map(([, span]) => span).sort()).toEqual([
      [2, 3],
      [2, 3],
      [3, 6],
      [3, 6],
    ]);
    const second = Object.values(cut.scenes[scene]?.cues ?? {}).find((cue) => cue.kind === 'sound' && cue.into !== undefined) as CueOf<'sound'>;
    expect(second).toMatchObject({ into: S, fadeIn: 0 });
    expect(cueOf<'sound'>(cut, ids[1]).fadeOut).toBe(0);
  });
  it('stays whole where it is a way that somebody goes', () => {
    const walk: Cue = { kind: 'move', layer: layers[0], x: 100, y: 300, walk: true, ease: 'both', order: 'a0', start: at(2), end: { ticks: 4 * S } };
    expect(() => edited(withCues(walk), splitCues(scene, [ids[0]], 3 * S, made.makeId))).toThrow(/a walk is one way/);
  });
});

describe('what follows on a lane', () => {
  const document = withCues(gesture(1, 1), gesture(3, 1), gesture(5, 1, layers[1]));
  it('is what begins later there, not on another lane', () => {
    const times = resolveScene(document.scenes[scene] as Document['scenes'][string], (_, one) => lineTiming(one), 24);
    expect(laneFrom(document.scenes[scene] as Document['scenes'][string], times, [ids[0]])).toEqual([ids[0], ids[1]]);
    expect(laneFrom(document.scenes[scene] as Document['scenes'][string], times, [ids[1]])).toEqual([ids[1]]);
  });
  it('goes along, and leaves what is before and beside', () => {
    expect(spans(edited(document, rippleCues(scene, [ids[0]], S)))).toEqual({ [ids[0]]: [2, 3], [ids[1]]: [4, 5], [ids[2]]: [5, 6] });
    expect(spans(edited(document, rippleCues(scene, [ids[1]], S)))).toEqual({ [ids[0]]: [1, 2], [ids[1]]: [4, 5], [ids[2]]: [5, 6] });
  });
  it('moves up by the length of what is taken out', () => {
    expect(spans(edited(document, closeUp(scene, [ids[0]])))).toEqual({ [ids[1]]: [2, 3], [ids[2]]: [5, 6] });
  });
});

describe('a sound that is slipped', () => {
  it('stays where it lies and is heard from another moment, never from before its start', () => {
    const document = withCues(sound(1, 5));
    const later = edited(document, slipSounds(scene, [ids[0]], 2 * S));
    expect(cueOf<'sound'>(later, ids[0]).into).toBe(2 * S);
    expect(spans(later)).toEqual(spans(document));
    expect(cueOf<'sound'>(edited(later, slipSounds(scene, [ids[0]], -9 * S)), ids[0]).into).toBeUndefined();
  });
  it('is refused where nothing chosen sounds', () => {
    expect(() => edited(withCues(gesture(1, 1)), slipSounds(scene, [ids[0]], S))).toThrow(/Choose a sound/);
  });
});

describe('cues that are pasted onto somebody else', () => {
  const pasted = (cue: Cue, mirrored = false): Cue => {
    const document = edited(withCues(cue), pasteCues(scene, [{ source: ids[0], id: ids[2], at: 6 * S }], layers[1], mirrored));
    return cueOf(document, ids[2]);
  };
  it('are theirs, as long as they were', () => {
    const document = edited(withCues(gesture(2, 3)), pasteCues(scene, [{ source: ids[0], id: ids[2], at: 6 * S }], layers[1]));
    expect(cueOf<'gesture'>(document, ids[2])).toMatchObject({ layer: layers[1], hand: 'right' });
    expect(spans(document)[ids[2]]).toEqual([6, 9]);
  });
  it('are done by the other hand and lead the other way when mirrored', () => {
    expect(pasted(gesture(2, 3), true)).toMatchObject({ hand: 'left' });
    expect(pasted({ kind: 'move', layer: layers[0], x: 120, y: 300, walk: true, ease: 'both', order: 'a0', start: at(2), end: { ticks: S } }, true)).toMatchObject({
      x: -120,
      y: 300,
    });
    expect(pasted({ kind: 'look', layer: layers[0], target: { to: 'place', x: 50, y: 9, name: 'the sea' }, order: 'a0', start: at(2), end: { ticks: S } }, true)).toMatchObject({
      target: { x: -50, y: 9 },
    });
  });
  it('never make somebody look at themselves', () => {
    const look: Cue = { kind: 'look', layer: layers[0], target: { to: 'layer', layer: layers[1] }, order: 'a0', start: at(2), end: { ticks: S } };
    expect(pasted(look)).toMatchObject({ layer: layers[1], target: { to: 'layer', layer: layers[0] } });
  });
  it('are refused where what is chosen has no body for them', () => {
    const document = edited(withCues(gesture(2, 3)), (draft) => {
      const target = draft.scenes[scene] as Document['scenes'][string];
      target.layers.la_00000000000z = { kind: 'prop', prop: 'radio', order: 'z0', locked: false, hidden: false };
    });
    expect(() => edited(document, pasteCues(scene, [{ source: ids[0], id: ids[2], at: 0 }], 'la_00000000000z'))).toThrow(/Choose a character/);
  });
});
