import { mix } from '../../time/easing.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { MOTION } from './figures.ts';

export interface RollInput {
  readonly start: number;
  readonly end: number;
  /** Stage x of the root at both ends. */
  readonly fromX: number;
  readonly toX: number;
}

export interface RollKeys {
  /** Root's stage x. */
  readonly x: readonly Key[];
  /** How far the hands are through a push, 0 at the top of the rim, 1 let go in front. */
  readonly push: readonly Key[];
  /** Hands on the rims. */
  readonly hold: readonly Key[];
  readonly lean: readonly Key[];
  readonly bodyTurn: readonly Key[];
}

/** Speed at the beginning of a push, at its end and at the end of the glide, in shares of the highest. */
const SPEEDS = { pushed: 1, glided: 0.62 } as const;
const SAMPLES = 8;

/**
 * A wheelchair's way: pushes of .4 to .6 s with a glide between (motion.md, Walking), the last glide a braking one.
 * The wheels follow the floor by themselves, since they are turned by the way that the root has gone.
 */
export function rollKeys({ start, end, fromX, toX }: RollInput): RollKeys {
  const length = end - start;
  const way = Math.sign(toX - fromX) || 1;
  const [shortest, longest] = MOTION.pushSeconds;
  const count = Math.max(1, Math.round(length / toTicks(shortest + MOTION.glideSeconds)));
  const period = length / count;
  const push = Math.min(period * 0.5, toTicks((shortest + longest) / 2));
  // Speed along the way; what is travelled is its integral, stretched to the distance.
  const speedAt = (tick: number): number => {
    const n = Math.min(count - 1, Math.floor(tick / period));
    const inside = tick - n * period;
    const from = n === 0 ? 0 : SPEEDS.glided;
    const to = n === count - 1 ? 0 : SPEEDS.glided;
    return inside < push ? mix(from, SPEEDS.pushed, inside / push) : mix(SPEEDS.pushed, to, (inside - push) / (period - push));
  };
  const steps = count * SAMPLES;
  const travelled = [0];
  for (let n = 1; n <= steps; n++) travelled.push((travelled[n - 1] as number) + (speedAt(((n - 1) / steps) * length) + speedAt(Math.min(length - 1, (n / steps) * length))) / 2);
  const all = travelled[steps] as number;
  const x = travelled.map((done, n): Key => ({ at: Math.round(start + (n / steps) * length), value: mix(fromX, toX, done / all), ease: 'linear' }));
  const hands: Key[] = [{ at: start, value: 0 }];
  const hold: Key[] = [{ at: start, value: 0 }];
  const lean: Key[] = [{ at: start, value: 0 }];
  for (let n = 0; n < count; n++) {
    const at = Math.round(start + n * period);
    hold.push({ at: at + Math.round(push * 0.25), value: 1 }, { at: Math.round(at + push), value: 1 }, { at: Math.round(at + period * 0.94), value: n === count - 1 ? 0 : 0.75 });
    hands.push({ at: at + Math.round(push * 0.25), value: 0 }, { at: Math.round(at + push), value: 1, ease: 'both' }, { at: Math.round(at + period * 0.94), value: 0 });
    lean.push({ at: Math.round(at + push * 0.8), value: way * 5 }, { at: Math.round(at + period * 0.9), value: n === count - 1 ? 0 : way * 1.6 });
  }
  for (const keys of [hold, lean]) keys.push({ at: end, value: 0 });
  const turnIn = Math.min(0.3, toTicks(0.33) / Math.max(1, length));
  return {
    x,
    push: hands,
    hold,
    lean,
    bodyTurn: [
      { at: start, value: 0 },
      { at: Math.round(start + length * turnIn), value: way * 0.5 },
      { at: Math.round(end - length * turnIn), value: way * 0.5 },
      { at: end, value: 0 },
    ],
  };
}
