import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 8, elbowA: 122, wristA: 4, pointA: 0.5, fistA: 0.4, headTilt: 4, lid: 0.2, lean: 1.5 };

/** Finger and thumb, almost closed. */
export const tiny: Action = {
  id: 'tiny',
  name: 'Show how small',
  group: 'talk',
  words: ['small', 'tiny', 'little', 'bit', 'almost'],
  moods: ['playful'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
