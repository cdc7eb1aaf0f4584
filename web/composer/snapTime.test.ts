import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { schedule } from '#core/schedule/schedule';
import { sampleDocument } from '#core/testing/samples';
import type { PlacedScene } from './film.ts';
import { momentsOf, snapTime } from './snapTime.ts';

const made = sampleDocument();
const scene = schedule(made.document, () => undefined).scenes[0] as PlacedScene;
const FRAME = 48_000 / made.document.production.fps;
const word = scene.lines[0]?.words[2]?.start as number;
const FAR = -1e9;

describe('a moment that is dragged', () => {
  it('is drawn to a word that is near', () => expect(snapTime(scene, [word + 700], 2000, [], FAR)).toEqual({ by: -700, to: word }));
  it('is drawn to the playhead', () => expect(snapTime(scene, [scene.length + 9000], 3000, [], scene.length + 8000)).toEqual({ by: -1000, to: scene.length + 8000 }));
  it('goes to its frame where nothing is near', () => {
    const at = scene.length + 123_457;
    const { by, to } = snapTime(scene, [at], 500, [], FAR);
    expect(to).toBeUndefined();
    expect((at + by) % FRAME).toBe(0);
  });
  it('is not drawn to where it came from itself', () => expect(snapTime(scene, [word + 10], 20, [word], FAR).to).toBeUndefined());
  it('goes by whichever of its ends is nearer to something', () => {
    const end = scene.lines[1]?.start as number;
    expect(snapTime(scene, [end - 100_777, end - 300], 500, [], FAR)).toEqual({ by: 300, to: end });
  });
  it('is moved by no more than its reach, or half a frame', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 900_000 }), fc.integer({ min: 1, max: 9000 }), (at, reach) => {
        const { by, to } = snapTime(scene, [at], reach, [], FAR);
        expect(Math.abs(by)).toBeLessThanOrEqual(to === undefined ? FRAME / 2 : reach);
        if (to !== undefined) expect(momentsOf(scene)).toContain(to);
      }),
    ));
});

it('moments of a scene are told once each, in time', () => {
  const all = momentsOf(scene);
  expect([...new Set(all)].sort((a, b) => a - b)).toEqual(all);
  expect(all).toContain(word);
  expect(momentsOf(scene)).toBe(all);
});
