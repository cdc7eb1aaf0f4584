import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 44, elbowA: -196, wristA: 4, gripA: 0.9, headTilt: 5, headTurn: 0.05 };

/** A hand with a telephone at the ear. */
export const phone: Action = {
  id: 'phone',
  name: 'Phone',
  group: 'work',
  words: ['phone', 'call', 'telephone', 'hello'],
  moods: ['calm'],
  handed: true,
  holds: 'phone',
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 2,
};
