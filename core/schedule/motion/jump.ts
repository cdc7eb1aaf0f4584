import { type Proportions, stanceOf } from '../../figure/proportions.ts';
import { mix } from '../../time/easing.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { GRAVITY, UNITS_TO_THE_METRE, type WalkKeys } from './walk.ts';

export interface JumpInput {
  readonly start: number;
  readonly end: number;
  /** Stage place of the root at both ends, and the figure's scale. */
  readonly fromX: number;
  readonly toX: number;
  readonly fromY: number;
  readonly toY: number;
  readonly scale: number;
  readonly p: Proportions;
}

/** When it has crouched, leaves the floor, touches it again and has caught itself, in shares of the whole. */
const CROUCHED = 0.22;
const RISES = 0.32;
const LANDS = 0.74;
const CAUGHT = 0.84;
/** In figure units: how low it crouches, and how far the feet are drawn up on the way. */
const CROUCH = 30;
const CATCH = 26;
const TUCK = 24;
const SAMPLES = 14;
/** A short hop still leaves the floor by so much (stage units for a figure of scale 1). */
const LEAST_RISE = 24;

/** How high one who is in the air for so many ticks comes above the line between both ends: h = g t² / 8. Stage units. */
export const riseOf = (ticks: number, scale: number): number => Math.max(LEAST_RISE, (GRAVITY * (ticks / TICKS_PER_SECOND) ** 2 * UNITS_TO_THE_METRE) / 8) * scale;

/** Height of a thrown thing along its way: a parabola over the straight line from one end to the other. */
export function thrown(start: number, end: number, from: number, to: number, rise: number): Key[] {
  return Array.from({ length: SAMPLES + 1 }, (_, n): Key => {
    const t = n / SAMPLES;
    return { at: Math.round(mix(start, end, t)), value: mix(from, to, t) - 4 * rise * t * (1 - t), ease: 'linear' };
  });
}

/**
 * A jump from one place to another: crouch, push off, fly as long as the time allows, catch the fall. Planned like a walk of
 * one step that both feet take together, so that a planted foot stands still.
 */
export function jumpKeys({ start, end, fromX, toX, fromY, toY, scale, p }: JumpInput): WalkKeys & { readonly y: readonly Key[] } {
  const at = (share: number): number => Math.round(mix(start, end, share));
  const way = Math.sign(toX - fromX);
  const stance = stanceOf(p) * scale;
  const [off, down] = [at(RISES), at(LANDS)];
  const foot = (side: 'L' | 'R') => {
    const home = (root: number): number => root + (side === 'L' ? -1 : 1) * stance;
    const late = side === 'L' ? 0 : 0.015;
    return {
      x: [
        { at: start, value: home(fromX), ease: 'hold' },
        { at: off, value: home(fromX), ease: 'linear' },
        { at: down, value: home(toX), ease: 'hold' },
        { at: end, value: home(toX), ease: 'hold' },
      ] as Key[],
      lift: [
        { at: start, value: 0 },
        { at: off, value: 0, ease: 'out' },
        { at: at(RISES + 0.16 + late), value: -TUCK, ease: 'both' },
        { at: at(LANDS - 0.1), value: -TUCK * 0.5, ease: 'in' },
        { at: down, value: 0 },
      ] as Key[],
      pitch: [
        { at: start, value: 0 },
        { at: at(RISES - 0.04), value: 0 },
        { at: at(RISES + 0.03 + late), value: 32, ease: 'out' },
        { at: at(LANDS - 0.08), value: -8 },
        { at: down, value: 0, ease: 'out' },
      ] as Key[],
    };
  };
  const rise = riseOf(down - off, scale);
  return {
    x: [
      { at: start, value: fromX },
      { at: off, value: fromX, ease: 'linear' },
      { at: down, value: toX },
      { at: end, value: toX },
    ],
    y: [{ at: start, value: fromY }, ...thrown(off, down, fromY, toY, rise), { at: end, value: toY }],
    feet: { L: foot('L'), R: foot('R') },
    air: thrown(off, down, 0, 0, -rise / scale),
    stride: [{ at: start, value: 0 }],
    hipY: [
      { at: start, value: 0, ease: 'both' },
      { at: at(CROUCHED), value: CROUCH, ease: 'in' },
      { at: off, value: -4, ease: 'out' },
      { at: at((RISES + LANDS) / 2), value: 4 },
      { at: down, value: 0, ease: 'out' },
      { at: at(CAUGHT), value: CATCH, ease: 'both' },
      { at: end, value: 0 },
    ],
    lean: [
      { at: start, value: 0 },
      { at: at(CROUCHED), value: way * 5 },
      { at: at(RISES + 0.08), value: way * 8 },
      { at: down, value: way * -3 },
      { at: at(CAUGHT), value: way * 4 },
      { at: end, value: 0 },
    ],
    // Back with the crouch, up with the push, down again to catch the fall.
    arms: [
      { at: start, value: 0 },
      { at: at(CROUCHED), value: -0.7 },
      { at: at(RISES + 0.1), value: 3.6, ease: 'out' },
      { at: at(LANDS - 0.06), value: 2.2 },
      { at: at(CAUGHT), value: 0.6 },
      { at: end, value: 0 },
    ],
    elbows: [0, 0, 0, 0, 0, 0],
    bodyTurn: [
      { at: start, value: 0 },
      { at: at(CROUCHED), value: way * 0.4 },
      { at: at(CAUGHT), value: way * 0.4 },
      { at: end, value: 0 },
    ],
  };
}
