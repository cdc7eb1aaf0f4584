import { isFace, isWeight } from '../pose.ts';
import type { ActionKeyPose, ActionPose } from './action.ts';

/** Shapes of a hand and the face, which neither wind up nor overshoot. */
const still = (key: string): boolean => isWeight(key) || isFace(key);

const scaled = (pose: ActionPose, by: number): ActionPose =>
  Object.fromEntries(Object.entries(pose).map(([key, value]) => [key, still(key) ? value : Math.round(value * by * 100) / 100]));
const windUp = (pose: ActionPose): ActionPose => Object.fromEntries(Object.entries(pose).flatMap(([key, value]) => (still(key) ? [] : [[key, Math.round(value * -11) / 100]])));

/**
 * The phases of one pose: where the figure stands, a tenth of the way in the other direction, the stroke with its
 * overshoot, the settle (motion.md: anticipation 10-15 %, overshoot 5-10 %, settle over 4-8 frames).
 * Seconds: `prepare` before the word, `settle` after it.
 */
export function phased(pose: ActionPose, { prepare: wanted = 0.44, settle = 0.16, over = 1.07 }: { prepare?: number; settle?: number; over?: number } = {}): ActionKeyPose[] {
  // A wide sweep takes its time: an arm turns by some 1300 degrees a second at most.
  const sweep = Math.max(0, ...Object.entries(pose).map(([key, value]) => (/^(upper|elbow)/.test(key) ? Math.abs(value) * over : 0)));
  const prepare = Math.round(Math.max(wanted, sweep / 330) * 1000) / 1000;
  return [
    { at: -prepare, pose: {} },
    { at: -prepare * 0.62, pose: windUp(pose), ease: 'out' },
    { at: 0, pose: scaled(pose, over), ease: sweep > 110 ? 'both' : 'out' },
    { at: settle, pose },
  ];
}

/** Poses one after another that come back to the first of them: a cycle of `seconds`. */
export const swing = (seconds: number, home: ActionPose, ...poses: readonly ActionPose[]): { seconds: number; keys: ActionKeyPose[] } => ({
  seconds,
  keys: [...poses, home].map((pose, n) => ({ at: (seconds * (n + 1)) / (poses.length + 1), pose })),
});

/** A held pose that drifts a little, so that it never freezes (motion.md: 1-3 %). */
export const held = (pose: ActionPose, seconds = 2.4): { seconds: number; keys: ActionKeyPose[] } => swing(seconds, pose, scaled(pose, 1.03));
