import { heightOf, type Proportions, stanceOf } from '../../figure/proportions.ts';
import { type Ease, eased, mix, smooth } from '../../time/easing.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { MOTION } from './figures.ts';

/** Free walking: step length 0.41 of the height (Perry 1992); a step is never longer than the legs allow. */
const STEP_OF_HEIGHT = 0.34;
const STEP_OF_LEGS = 0.72;
/** Who has hardly any legs waddles: a step as long as they are and more, or the feet would flap. */
const STEP_OF_STUMPS = 1.15;
/** The most steps that anybody walks in a second (free walking: 110 a minute, Perry 1992; children up to 180). */
const CADENCE = 3;
/** The body turns to where it goes, of a full turn: some 50 degrees. */
const TRAVEL = 0.68;
/** What makes a gait, times in shares of a step, lengths in figure units. */
interface Gait {
  /** When a foot leaves the floor and lands again, about its own step: a run leaves before the other has landed. */
  readonly rise: number;
  readonly land: number;
  readonly lift: number;
  /** Step length in shares of what a walk allows. */
  readonly stride: number;
  /** The hips in stance and in mid-step, in shares of the height, down positive. */
  readonly low: number;
  readonly high: number;
  readonly lean: number;
  readonly arms: number;
  readonly elbows: number;
}

const GAITS = {
  walk: { rise: 0.08, land: 0.92, lift: 15, stride: 1, low: 0.018, high: 0.003, lean: 4.5, arms: 1, elbows: 0 },
  run: { rise: -0.2, land: 0.98, lift: 34, stride: 1.6, low: 0.024, high: -0.03, lean: 10, arms: 1.7, elbows: 62 },
} as const satisfies Record<string, Gait>;

/** Units of a figure to the metre: an adult of 1.7 m is some 500 units tall. */
export const UNITS_TO_THE_METRE = 295;
export const GRAVITY = 9.81;

/** How one goes a distance (figure units) in a time (ticks): one runs above Froude number .5. */
export function gaitOf(distance: number, length: number, p: Proportions): keyof typeof GAITS {
  const speed = distance / UNITS_TO_THE_METRE / Math.max(0.01, length / TICKS_PER_SECOND);
  const legs = (p.thigh + p.shin + p.ankle) / UNITS_TO_THE_METRE;
  return speed ** 2 / (GRAVITY * legs) > MOTION.runAbove ? 'run' : 'walk';
}

/** Length of one step of a figure in figure units: never longer than the legs. */
const stepOf = (p: Proportions, height: number, gait: keyof typeof GAITS): number =>
  Math.min(height * STEP_OF_HEIGHT, (p.thigh + p.shin) * mix(STEP_OF_STUMPS, STEP_OF_LEGS, smooth((p.thigh + p.shin - 50) / 40))) * GAITS[gait].stride;

/** Seconds that getting under way and coming to a stand take besides. */
const OFF_AND_ON = 0.35;

/**
 * How long somebody takes for a way (figure units) at a gait as they like it, ticks: at the Froude number v^2 / (g L) at which
 * legs of any length walk and run most easily (motion.md; Alexander 1989).
 */
export function naturalLength(distance: number, gait: keyof typeof GAITS, p: Proportions): number {
  const legs = (p.thigh + p.shin + p.ankle) / UNITS_TO_THE_METRE;
  const easy = Math.sqrt(MOTION.easyFroude[gait] * GRAVITY * legs) * UNITS_TO_THE_METRE;
  // Short legs take their time, or they would patter.
  const speed = gait === 'walk' ? Math.min(easy, stepOf(p, heightOf(p), gait) * CADENCE) : easy;
  return Math.round((OFF_AND_ON + distance / speed) * TICKS_PER_SECOND);
}

export interface WalkInput {
  readonly start: number;
  readonly end: number;
  /** Stage x of the root at both ends, and the figure's scale. */
  readonly fromX: number;
  readonly toX: number;
  readonly scale: number;
  readonly p: Proportions;
  readonly height: number;
  readonly ease: Ease;
  readonly gait?: keyof typeof GAITS;
}

export interface WalkKeys {
  /** Root's stage x. */
  readonly x: readonly Key[];
  /** Stage x of each foot while it is planted or swinging; lift in figure units; pitch in degrees. */
  readonly feet: Readonly<Record<'L' | 'R', { readonly x: readonly Key[]; readonly lift: readonly Key[]; readonly pitch: readonly Key[] }>>;
  readonly stride: readonly Key[];
  readonly hipY: readonly Key[];
  readonly lean: readonly Key[];
  readonly arms: readonly Key[];
  /** How far the elbows are bent besides, in degrees, for each key of the arms. */
  readonly elbows: readonly number[];
  readonly bodyTurn: readonly Key[];
  /** How high above the floor it is, in figure units; left out where one foot is always on it. */
  readonly air?: readonly Key[];
}

/**
 * A walk planned from its footprints: the plants are fixed on the floor first, the body is carried over them, so
 * that a planted foot cannot slide. Starts with a lean and a short step, ends with a closing step and a settle.
 */
export function walkKeys({ start, end, fromX, toX, scale, p, height, ease, gait: name = 'walk' }: WalkInput): WalkKeys {
  const gait = GAITS[name];
  const distance = Math.abs(toX - fromX);
  const way = Math.sign(toX - fromX) || 1;
  const length = end - start;
  // A step is never longer than the legs: short ones patter.
  const stride = stepOf(p, height, name) * scale;
  const steps = Math.max(2, Math.ceil(distance / stride));
  const at = (share: number): number => Math.round(start + length * share);
  const stance = stanceOf(p) * scale;
  // The root waits for the first foot and arrives before the last: it is always between the feet.
  const wait = 0.62 / (steps + 1);
  const shareAt = (t: number): number => {
    const u = Math.max(0, Math.min(1, (t - wait) / (1 - 2 * wait)));
    return ease === 'hold' ? u : 0.85 * u + 0.15 * eased(ease, u);
  };
  const lead = way > 0 ? ('R' as const) : ('L' as const);
  const other = lead === 'R' ? ('L' as const) : ('R' as const);
  const home = (side: 'L' | 'R', root: number): number => root + (side === 'L' ? -1 : 1) * stance;

  const feet = { L: { x: [] as Key[], lift: [] as Key[], pitch: [] as Key[] }, R: { x: [] as Key[], lift: [] as Key[], pitch: [] as Key[] } };
  const now = { L: home('L', fromX), R: home('R', fromX) };
  for (const side of ['L', 'R'] as const) {
    feet[side].x.push({ at: start, value: now[side], ease: 'hold' });
    feet[side].lift.push({ at: start, value: 0 });
    feet[side].pitch.push({ at: start, value: 0 });
  }
  const hipY: Key[] = [{ at: start, value: 0 }];
  const arms: Key[] = [{ at: start, value: 0 }];
  const elbows: number[] = [0];
  const x: Key[] = [{ at: start, value: fromX, ease: 'linear' }];
  // Each foot in turn; the last two steps bring both feet home.
  const total = steps + 1;
  for (let step = 0; step < total; step++) {
    const side = step % 2 === 0 ? lead : other;
    const from = step / total;
    const to = (step + 1) / total;
    // A foot is set down where the root will be in the middle of its stance; the last two bring both feet home.
    const last = step >= total - 2;
    const planted = last ? home(side, toX) : fromX + way * distance * shareAt((step + 1.5) / total) + (side === 'L' ? -1 : 1) * stance * 0.1;
    // The first step leaves the floor, and the last one comes to it, as in a walk.
    const rise = at(mix(from, to, step === 0 ? GAITS.walk.rise : gait.rise));
    const land = at(mix(from, to, step === total - 1 ? GAITS.walk.land : gait.land));
    const track = feet[side];
    track.x.push({ at: rise, value: now[side], ease: 'both' }, { at: land, value: planted, ease: 'hold' });
    track.lift.push(
      { at: rise, value: 0, ease: 'both' },
      { at: Math.round(rise * 0.55 + land * 0.45), value: -(step === 0 || last ? GAITS.walk.lift : gait.lift), ease: 'both' },
      { at: land, value: 0 },
    );
    track.pitch.push(
      { at: at(mix(from, to, Math.min(0.02, (step === 0 ? GAITS.walk.rise : gait.rise) - 0.06))), value: 0 },
      { at: rise, value: 14, ease: 'both' },
      { at: Math.round(rise * 0.6 + land * 0.4), value: 24 },
      { at: Math.round((rise + land * 7) / 8), value: -13 },
      { at: land, value: 0, ease: 'out' },
    );
    now[side] = planted;
    // Down after contact, up at passing.
    const high = step === 0 || last ? GAITS.walk.high : gait.high;
    const [low, up] = name === 'run' ? [0.34, 0.92] : [0.12, 0.55];
    hipY.push({ at: at(mix(from, to, low)), value: height * gait.low }, { at: at(mix(from, to, up)), value: height * high });
    arms.push({ at: at(mix(from, to, 0.92)), value: (side === lead ? 1 : -1) * (last ? 0.4 : gait.arms) });
    elbows.push(last ? gait.elbows * 0.5 : gait.elbows);
  }
  hipY.push({ at: at(0.985), value: height * 0.01 }, { at: end, value: 0 });
  arms.push({ at: end, value: 0 });
  elbows.push(0);
  for (const side of ['L', 'R'] as const) feet[side].x.push({ at: end, value: home(side, toX), ease: 'hold' });
  const samples = total * 4;
  for (let n = 1; n <= samples; n++) x.push({ at: at(n / samples), value: mix(fromX, toX, shareAt(n / samples)), ease: 'linear' });
  const turnIn = Math.min(0.3, 16_000 / Math.max(1, length));
  return {
    x,
    feet,
    // Legs come round with the first step and back with the last two, so that no planted foot is left across the body.
    stride: [
      { at: start, value: 0 },
      { at: at(Math.min(turnIn, 1.2 / total)), value: way },
      { at: at(1 - Math.min(turnIn, 1 / total)), value: way },
      { at: end, value: 0 },
    ],
    hipY,
    lean: [
      { at: start, value: 0 },
      { at: at(0.12), value: way * gait.lean },
      { at: at(0.85), value: way * (gait.lean - 2) },
      { at: at(0.97), value: way * -1.2 },
      { at: end, value: 0 },
    ],
    arms,
    elbows,
    bodyTurn: [
      { at: start, value: 0 },
      { at: at(turnIn), value: way * TRAVEL },
      { at: at(1 - turnIn), value: way * TRAVEL },
      { at: end, value: 0 },
    ],
  };
}
