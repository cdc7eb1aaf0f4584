import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 26, elbowA: -112, wristA: -4, thumbA: 1, headTilt: 3, headPitch: 0.1, smile: 0.3, shoulderTilt: -2 };

/** Well done. */
export const thumbsUp: Action = {
  id: 'thumbs-up',
  name: 'Thumb up',
  group: 'talk',
  words: ['good', 'agree', 'yes', 'thumbs up', 'great', 'like'],
  moods: ['warm', 'eager'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
