import { eased } from '../../time/easing.ts';
import type { PartialPose, PoseKey } from '../pose.ts';
import { type Action, type ActionKeyPose, actingHand, poseForHand } from './action.ts';

const between = (a: PartialPose, b: PartialPose, t: number): PartialPose => {
  const out: PartialPose = {};
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)]) as Set<PoseKey>) out[key] = (a[key] ?? 0) + ((b[key] ?? 0) - (a[key] ?? 0)) * t;
  return out;
};

/**
 * The pose of an action played by itself, `seconds` after its wind-up begins: preparation, stroke, its cycle until
 * `hold` seconds after the stroke, and the way back. Gives an empty pose when it is over. For looking at an action;
 * a scene plays it by its cue (schedule/channels.ts).
 */
export function playAction(action: Action, hand: 'left' | 'right' | 'both', seconds: number, hold = action.seconds): PartialPose {
  const start = action.keys[0]?.at ?? 0;
  const t = start + seconds;
  const last = action.keys.at(-1) as ActionKeyPose;
  const keys: ActionKeyPose[] = [...action.keys];
  if (action.cycle) for (let from = last.at; from < hold; from += action.cycle.seconds) keys.push(...action.cycle.keys.map((key) => ({ ...key, at: from + key.at })));
  const held = keys.filter(({ at }, n) => at <= Math.max(hold, last.at) || n < action.keys.length);
  const end = Math.max(hold, held.at(-1)?.at ?? 0);
  const pose = (key: ActionKeyPose): PartialPose => poseForHand(key.pose, actingHand(action, hand), 1);
  if (t >= end) {
    const rest = eased('both', Math.min(1, (t - end) / action.release));
    return rest >= 1 ? {} : between(pose(held.at(-1) as ActionKeyPose), {}, rest);
  }
  const next = held.findIndex(({ at }) => at > t);
  if (next < 0) return pose(held.at(-1) as ActionKeyPose);
  const [a, b] = [held[next - 1], held[next]] as [ActionKeyPose | undefined, ActionKeyPose];
  return a ? between(pose(a), pose(b), eased(b.ease ?? 'both', (t - a.at) / (b.at - a.at))) : {};
}
