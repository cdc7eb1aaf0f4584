import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 26, elbowA: 140, wristA: 6, pointA: 1, headTilt: -2, headPitch: -0.1, shoulderTilt: -3 };

/** A raised finger. */
export const pointUp: Action = {
  id: 'point-up',
  name: 'Point up',
  group: 'point',
  words: ['up', 'above', 'sky', 'attention', 'one thing'],
  moods: ['firm', 'eager'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.2,
};
