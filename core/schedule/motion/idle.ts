import { dice, hashText } from '../../draw/hash.ts';
import type { PoseKey } from '../../figure/pose.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Key } from '../../time/track.ts';
import { MOTION } from './figures.ts';

/** Keys of several channels, times from a span's start in ticks. */
export type SpanKeys = Partial<Record<PoseKey, readonly Key[]>>;

export interface SpanInput {
  /** Id of the line or gap: the only seed, so that a span moves the same wherever it lies. */
  readonly id: string;
  readonly layer: string;
  readonly length: number;
  /** Temper, 0 to 1 each: lively widens what moves; tense breathes shallow and often, blinks more, holds the body still. */
  readonly lively: number;
  readonly tense: number;
  readonly talking: boolean;
  /** Height of the figure in its units. */
  readonly height: number;
  /** Share of the weight shifts; 1 if left out. */
  readonly sway?: number;
}

/**
 * Breath, blinks, weight and sway of one figure over one span (a line or a gap between lines). Every channel starts
 * and ends at its neutral value, so that spans meet without a jump.
 */
export function idleKeys(input: SpanInput): SpanKeys {
  const chance = dice(hashText(`${input.id} ${input.layer} idle`));
  return { ...breath(input, chance), ...blinks(input, chance), ...weight(input, chance), ...drift(input, dice(hashText(`${input.id} ${input.layer} drift`))) };
}

function breath({ length, talking, lively, tense }: SpanInput, chance: ReturnType<typeof dice>): SpanKeys {
  const [slow, quick] = MOTION.breathsPerMinute;
  const perMinute = slow + (quick - slow) * (0.5 * chance.next() + 0.5 * tense);
  const count = Math.max(1, Math.round((length / toTicks(60)) * perMinute));
  if (length < toTicks(0.5)) return {};
  const period = length / count;
  const depth = (talking ? 0.55 : 1) * (0.95 + 0.2 * lively) * (1.05 - 0.35 * tense);
  const chest: Key[] = [];
  for (let n = 0; n < count; n++) {
    chest.push({ at: Math.round(n * period), value: 0 }, { at: Math.round((n + MOTION.breathIn) * period), value: depth * chance.between(0.85, 1.1) });
  }
  chest.push({ at: length, value: 0 });
  return { chest };
}

function blinks({ length, talking, tense }: SpanInput, chance: ReturnType<typeof dice>): SpanKeys {
  const keys: Key[] = [{ at: 0, value: 0, ease: 'hold' }];
  const mean = (talking ? MOTION.blinkEverySecondsTalking : MOTION.blinkEverySecondsQuiet) * (1.07 - 0.35 * tense);
  // The first blink lies anywhere in an interval, so that figures do not blink together.
  let at = chance.between(0.15, 1) * mean;
  while (toTicks(at + 0.4) < length) {
    blink(keys, toTicks(at), chance);
    // Log-normal intervals; exp by a short series is not needed, since the result is rounded to a tick.
    at += Math.max(0.5, mean * Math.exp(MOTION.blinkSpread * chance.normal() - MOTION.blinkSpread ** 2 / 2));
  }
  keys.push({ at: length, value: 0, ease: 'hold' });
  return { blink: keys };
}

/** One blink: lids close faster than they open. */
export function blink(keys: Key[], at: number, chance: ReturnType<typeof dice>): void {
  const close = toTicks(chance.between(...MOTION.blinkClosing));
  const shut = toTicks(chance.between(...MOTION.blinkShut));
  const open = toTicks(chance.between(...MOTION.blinkOpening));
  keys.push(
    { at, value: 0, ease: 'out' },
    { at: at + close, value: 1, ease: 'linear' },
    { at: at + close + shut, value: 1, ease: 'both' },
    { at: at + close + shut + open, value: 0, ease: 'hold' },
  );
}

/** How far a body drifts while it stands: bow of the spine and head sideways in units, trunk in shares of a turn (motion.md: sway at .1 to .3 Hz, a degree or so). */
const DRIFT = { spine: 2.2, headX: 1.9, bodyTurn: 0.016 } as const;

/** Nobody stands like a post: spine, head and trunk drift a little all the time, more while talking. */
function drift({ length, talking, lively, tense }: SpanInput, chance: ReturnType<typeof dice>): SpanKeys {
  if (length < toTicks(1)) return {};
  const size = (talking ? 1.15 : 0.75) * (0.75 + 0.5 * lively) * (1.1 - 0.4 * tense);
  const out: Partial<Record<PoseKey, Key[]>> = {};
  for (const [channel, most] of Object.entries(DRIFT) as [keyof typeof DRIFT, number][]) {
    const keys: Key[] = [{ at: 0, value: 0 }];
    let side = chance.next() < 0.5 ? -1 : 1;
    for (let at = toTicks(chance.between(0.5, 1.1)); at < length - toTicks(0.6); at += toTicks(chance.between(1.1, 2))) {
      keys.push({ at, value: side * most * size * chance.between(0.45, 1) });
      side = chance.next() < 0.8 ? -side : side;
    }
    keys.push({ at: length, value: 0 });
    out[channel] = keys;
  }
  return out;
}

function weight({ length, lively, tense, height, sway = 1 }: SpanInput, chance: ReturnType<typeof dice>): SpanKeys {
  const hipX: Key[] = [{ at: 0, value: 0 }];
  const shoulderTilt: Key[] = [{ at: 0, value: 0 }];
  const headTilt: Key[] = [{ at: 0, value: 0 }];
  const lean: Key[] = [{ at: 0, value: 0 }];
  const travel = toTicks(chance.between(...MOTION.weightShiftSeconds));
  let side = chance.next() < 0.5 ? -1 : 1;
  let at = toTicks(chance.between(0.6, 3));
  const back = (): number => length - travel - toTicks(0.1);
  while (at + travel < back()) {
    const reach = sway * height * MOTION.weightShiftHip * chance.between(0.5, 1) * (0.6 + 0.5 * lively) * (1.1 - 0.5 * tense);
    for (const [keys, value] of [
      [hipX, side * reach],
      [shoulderTilt, side * reach * 0.22],
      [headTilt, -side * reach * 0.16],
      [lean, -side * reach * 0.07],
    ] as const)
      keys.push({ at, value: (keys.at(-1) as Key).value }, { at: at + travel, value });
    side = chance.next() < 0.75 ? -side : side;
    at += travel + toTicks(chance.between(...MOTION.weightShiftEvery) * (1.25 - 0.5 * lively));
  }
  for (const keys of [hipX, shoulderTilt, headTilt, lean]) {
    const last = keys.at(-1) as Key;
    if (last.value !== 0) keys.push({ at: Math.max(last.at, back()), value: last.value }, { at: length, value: 0 });
  }
  return { hipX, shoulderTilt, headTilt, lean };
}
