import { isFace, isWeight } from '../pose.ts';
import type { ActionKeyPose, ActionPose } from './action.ts';

/** Shapes of a hand, places that are reached and the face, which neither wind up nor overshoot. */
const still = (key: string): boolean => isWeight(key) || isFace(key);

const scaled = (pose: ActionPose, by: number): ActionPose =>
  Object.fromEntries(Object.entries(pose).map(([key, value]) => [key, still(key) ? value : Math.round(value * by * 100) / 100]));
const windUp = (pose: ActionPose): ActionPose => Object.fromEntries(Object.entries(pose).flatMap(([key, value]) => (still(key) ? [] : [[key, Math.round(value * -12) / 100]])));

/**
 * The phases of one pose: where the figure stands, a tenth of the way in the other direction, the stroke with its
 * overshoot, the settle (motion.md: anticipation 10-15 %, overshoot 5-10 %, settle over 4-8 frames). `wind` is what the
 * wind-up does besides, such as a sink of the hips before a leap.
 * Seconds: `prepare` before the word, `settle` after it.
 */
export function phased(
  pose: ActionPose,
  { prepare: wanted = 0.44, settle = 0.18, over = 1.07, wind = {} }: { prepare?: number; settle?: number; over?: number; wind?: ActionPose } = {},
): ActionKeyPose[] {
  // A wide sweep takes its time: an arm turns by some 1300 degrees a second at most.
  const sweep = Math.max(0, ...Object.entries(pose).map(([key, value]) => (/^(upper|elbow)/.test(key) ? Math.abs(value) * over : 0)));
  const { upperA = 0, elbowA = 0, upperO = 0, elbowO = 0 } = pose;
  const fore = Math.max(Math.abs(upperA + elbowA), Math.abs(upperO + elbowO)) * over;
  const prepare = Math.round(Math.max(wanted, sweep / 330, fore / 370) * 1000) / 1000;
  return [
    { at: -prepare, pose: {} },
    { at: -prepare * 0.58, pose: { hipY: 1.6, ...windUp(pose), ...wind }, ease: 'out' },
    { at: 0, pose: scaled(pose, over), ease: Math.max(sweep, fore * 0.8) > 110 ? 'both' : 'out' },
    { at: settle, pose },
  ];
}

/** Poses one after another that come back to the first of them: a cycle of `seconds`. */
export const swing = (seconds: number, home: ActionPose, ...poses: readonly ActionPose[]): { seconds: number; keys: ActionKeyPose[] } => ({
  seconds,
  keys: [...poses, home].map((pose, n) => ({ at: (seconds * (n + 1)) / (poses.length + 1), pose })),
});

/** A held pose that never freezes: it drifts by 1-3 % (motion.md) and has a second, smaller beat. */
export function held(pose: ActionPose, seconds = 2.8): { seconds: number; keys: ActionKeyPose[] } {
  const { headPitch = 0, hipY = 0, headTilt = 0 } = pose;
  return {
    seconds,
    keys: [
      { at: seconds * 0.4, pose: { ...scaled(pose, 1.025), headTilt: headTilt * 0.9 + 0.6 } },
      { at: seconds * 0.54, pose: { ...scaled(pose, 0.955), headPitch: headPitch + 0.07, hipY: hipY + 1.4, headTilt }, ease: 'out' },
      { at: seconds * 0.7, pose: scaled(pose, 1.015), ease: 'both' },
      { at: seconds, pose },
    ],
  };
}
