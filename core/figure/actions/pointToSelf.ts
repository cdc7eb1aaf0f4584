import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: -8, elbowA: -112, wristA: -16, flatA: 0.9, headTilt: 3, chest: 0.3 };

/** A hand on the chest. */
export const pointToSelf: Action = {
  id: 'self',
  name: 'Point to oneself',
  group: 'point',
  words: ['me', 'I', 'myself', 'mine', 'honest'],
  moods: ['warm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.1,
};
