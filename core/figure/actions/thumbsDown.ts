import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 10, elbowA: 84, wristA: 2, thumbA: 1, headTilt: -3, press: 0.4, smile: -0.3 };

/** Not good. */
export const thumbsDown: Action = {
  id: 'thumbs-down',
  name: 'Thumb down',
  group: 'talk',
  words: ['bad', 'disagree', 'no', 'dislike', 'fail'],
  moods: ['firm', 'low'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
