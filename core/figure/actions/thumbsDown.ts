import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -3,
  shoulderTilt: 3,
  ...arm('A', 44, 92, 90, { thumb: 1, fore: 0.1 }),
  ...arm('O', 20, -22, -14, { fist: 0.4 }),
  headTilt: -6,
  headPitch: -0.04,
  headTurn: -0.06,
  ...brows(4, 0),
  smile: -1.2,
  press: 0.5,
  lid: 0.24,
};

/** Not good. */
export const thumbsDown: Action = {
  id: 'thumbs-down',
  name: 'Thumb down',
  group: 'talk',
  words: ['bad', 'disagree', 'no', 'dislike', 'fail'],
  moods: ['firm', 'low'],
  handed: true,
  keys: phased(POSE, { over: 1.1 }),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
