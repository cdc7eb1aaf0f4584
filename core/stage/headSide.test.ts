import { describe, expect, it } from 'vitest';
import { skeletonOf } from '../figure/skeleton.ts';
import { isProfile } from '../figure/turn.ts';
import type { Acting } from '../schedule/acting.ts';
import { schedule } from '../schedule/schedule.ts';
import { sampleDocument } from '../testing/samples.ts';
import { toTicks } from '../time/ticks.ts';
import { type Amount, track } from '../time/track.ts';
import { poseAt } from './figures.ts';

const film = schedule(sampleDocument().document, () => undefined);
const person = [...(film.scenes[0]?.layers.values() ?? [])].find(({ acting }) => acting?.character.kind === 'person')?.acting as Acting;

/** Somebody turned by the layer, whose head does this besides; nothing else moves. */
const turned = (turn: Amount, head: readonly (readonly [number, number])[] = []): Acting => ({
  ...person,
  turn,
  rest: {},
  channels: { headTurn: [{ track: track(head.map(([seconds, value]) => ({ at: toTicks(seconds), value }))) }] },
});
const yawOf = (acting: Acting, seconds: number): number => skeletonOf(acting.p, poseAt(acting, toTicks(seconds))).headYaw;
const degrees = (acting: Acting, seconds = 0): number => (yawOf(acting, seconds) * 180) / Math.PI;
/** How often the drawing changes between three quarters and profile, looked at 24 times a second. */
const swaps = (acting: Acting, from: number, to: number): number => {
  let count = 0;
  for (let frame = Math.round(from * 24) + 1; frame <= to * 24; frame++) if (isProfile(yawOf(acting, frame / 24)) !== isProfile(yawOf(acting, (frame - 1) / 24))) count++;
  return count;
};

describe('a head', () => {
  it('turns to three quarters by itself, and to the side with somebody who is turned there', () => {
    expect(degrees(turned(0.2, [[0, 0.9]]))).toBeCloseTo(37.5, 0);
    expect(degrees(turned(-0.2, [[0, -0.9]]))).toBeCloseTo(-37.5, 0);
    expect(degrees(turned(1))).toBeCloseTo(75, 0);
    expect(degrees(turned(-1))).toBeCloseTo(-75, 0);
    // A mascot has no side of its own.
    const mascot = { ...turned(1), character: { ...person.character, kind: 'mascot' as const } };
    expect(degrees(mascot)).toBeCloseTo(37.5, 0);
    // Who stands in profile can still look at us.
    expect(degrees(turned(1, [[0, -0.9]]))).toBeCloseTo(7.5, 0);
  });
  it('that hovers between three quarters and profile keeps the drawing that it came with', () => {
    // Half a second's swings of three degrees about the very edge, on and on.
    const sway = Array.from({ length: 40 }, (_, n) => [n / 4, n % 2 ? 0.02 : -0.02] as const);
    const still = turned(0.76, sway);
    expect(swaps(still, 3, 9)).toBe(0);
    const coming = (from: number): Amount =>
      track([
        { at: 0, value: from },
        { at: toTicks(1), value: from },
        { at: toTicks(1.5), value: 0.76 },
      ]);
    expect(swaps(turned(coming(0.5), sway), 0.5, 3)).toBe(0);
    expect(isProfile(yawOf(turned(coming(0.5), sway), 2.5))).toBe(false);
    expect(swaps(turned(coming(1), sway), 0.5, 3)).toBe(0);
    expect(isProfile(yawOf(turned(coming(1), sway), 2.5))).toBe(true);
  });
  it('that turns through changes once', () => {
    const through = track([
      { at: toTicks(1), value: 0.4 },
      { at: toTicks(1.6), value: 1 },
    ]);
    expect(swaps(turned(through), 0.5, 2.5)).toBe(1);
  });
  it('blinks as its drawing changes, both ways, and not where it stays', () => {
    const turn = track([
      { at: toTicks(1), value: 0.4 },
      { at: toTicks(1.6), value: 1 },
      { at: toTicks(3), value: 1 },
      { at: toTicks(3.6), value: 0.4 },
    ]);
    const acting = turned(turn);
    const lids = (seconds: number): number => poseAt(acting, toTicks(seconds)).blink;
    const changes: number[] = [];
    for (let frame = 12; frame < 24 * 5; frame++) {
      if (isProfile(yawOf(acting, frame / 24)) === isProfile(yawOf(acting, (frame - 1) / 24))) continue;
      changes.push(frame);
      expect(lids(frame / 24)).toBeGreaterThan(0.9);
      expect(lids((frame + 3) / 24)).toBeLessThan(0.5);
      expect(lids((frame + 6) / 24)).toBe(0);
    }
    expect(changes).toHaveLength(2);
    expect(lids(2.5)).toBe(0);
    // Somebody who stands near the edge all along does not blink by it.
    const near = turned(0.76);
    for (let frame = 0; frame < 48; frame++) expect(poseAt(near, toTicks(frame / 24)).blink).toBe(0);
  });
});
