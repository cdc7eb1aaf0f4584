import { ARM_KEYS, isFoot, type PoseKey } from '../pose.ts';
import { REST_POSES, type RestPose, restStance } from '../rests.ts';
import type { Action, ActionPose } from './action.ts';

const ARMS: ReadonlySet<string> = new Set(ARM_KEYS);
/** A foot that steps is so high in the middle of its way (units). */
const STEP = 12;

/** A rest pose for an acting hand: what the picture's right arm does is the acting one's. */
function told(rest: RestPose, steps: boolean): ActionPose {
  const out: Partial<Record<string, number>> = {};
  for (const [key, value] of Object.entries(restStance(rest, rest.holds?.hand === 'L' ? 'R' : 'L')) as [PoseKey, number][]) {
    // Feet stay where they stand, but of somebody who crosses them.
    if (key === 'headTurn' || (!steps && isFoot(key))) continue;
    out[ARMS.has(key.slice(0, -1)) ? `${key.slice(0, -1)}${key.endsWith('R') ? 'A' : 'O'}` : key] = value;
  }
  return out as ActionPose;
}

/** Every way to stand as an action: it is asked for by a cue and holds until its end. */
export const STANDS: readonly Action[] = REST_POSES.map((rest) => {
  const crosses = rest.id === 'ankles-crossed';
  const pose = told(rest, crosses);
  const halfway: ActionPose = { ...Object.fromEntries(Object.entries(pose).map(([key, value]) => [key, value * 0.45])), ...(crosses ? { footYR: -STEP } : {}) };
  return {
    id: `stand-${rest.id}`,
    name: rest.name,
    group: 'stand',
    words: ['stand', 'rest', ...rest.words],
    handed: true,
    ...(crosses ? { standing: true } : {}),
    ...(rest.holds ? { holds: rest.holds.thing } : {}),
    keys: [
      { at: -0.8, pose: {} },
      { at: -0.4, pose: halfway, ease: 'both' },
      { at: 0, pose, ease: 'both' },
    ],
    release: 0.9,
    seconds: 3,
  };
});
