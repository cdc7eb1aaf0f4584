import type { ArmKey } from '../pose.ts';
import { anglesTo, type Reached } from '../reach.ts';
import type { ActionPose } from './action.ts';

/** Arms at ease, the middle of both sides: what an action's arm is told against (skeleton.ts, AT_EASE). */
const EASE = { upper: 15, elbow: -20, wrist: 3 } as const;

type Hand = 'A' | 'O';
type More = Partial<Record<Exclude<ArmKey, 'upper' | 'elbow' | 'wrist'>, number>>;

const named = (hand: Hand, more: Readonly<Record<string, number>>): ActionPose => Object.fromEntries(Object.entries(more).map(([key, value]) => [`${key}${hand}`, value]));

/**
 * An arm by what is seen of it: upper arm, forearm and hand in degrees from straight down, outwards positive
 * (bodies.md, 8). `A` is the acting hand, `O` the other.
 */
export const arm = (hand: Hand, upper: number, fore: number, along: number, more: More = {}): ActionPose =>
  named(hand, { upper: upper - EASE.upper, elbow: fore - upper - EASE.elbow, wrist: along - fore - EASE.wrist, ...more });

/** An arm at a place, by the place and by the angles that lead there. */
function placed(hand: Hand, place: Reached, aim: number, more: More): ActionPose {
  const { upper, fore } = anglesTo({ ...place, ...more });
  return named(hand, { ...place, upper: upper - EASE.upper, elbow: fore - upper - EASE.elbow, aim, ...more });
}

/** An arm whose wrist is at a point of the trunk: `x` in half widths to its own side, `y` in trunk lengths below the neck; `aim` is the hand's way from straight down, outwards positive, degrees. */
export const atTrunk = (hand: Hand, x: number, y: number, aim: number, more: More = {}): ActionPose => placed(hand, { onTrunk: 1, trunkX: x, trunkY: y }, aim, more);

/** An arm whose wrist is at a point of the head: head units from its middle, `x` to the own side, `y` down; `aim` is the hand's way from straight down, outwards positive, degrees. A hand is 58 units long. */
export const atHead = (hand: Hand, x: number, y: number, aim: number, more: More = {}): ActionPose => placed(hand, { onHead: 1, faceX: x, faceY: y }, aim, more);

/** A hand on the own hip. */
export const onHip = (hand: Hand): ActionPose => atTrunk(hand, 0.96, 0.8, 8, { grip: 0.5, flat: 0.5 });

/** Weight on the leg away from the acting hand (1) or on its own (-1): hips over it and falling to the free side, shoulders against them (bodies.md, 1). */
export const weightOn = (strength: number): ActionPose => ({ hipX: -7 * strength, hipTilt: 5 * strength, shoulderTilt: -5 * strength, spine: 4 * strength });

/** Both brows, inner and outer ends: up is negative (units). */
export const brows = (inner: number, outer = inner): ActionPose => ({ browInL: inner, browInR: inner, browOutL: outer, browOutR: outer });
