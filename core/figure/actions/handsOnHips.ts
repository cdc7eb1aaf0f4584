import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 44, elbowA: -78, wristA: -34, fistA: 0.6, upperO: 38, elbowO: -64, wristO: -34, fistO: 0.6, chest: 0.6, lean: -1.6, headTilt: 2, hipX: -3 };

/** Elbows out, standing firm. */
export const handsOnHips: Action = {
  id: 'hands-on-hips',
  name: 'Hands on the hips',
  group: 'talk',
  words: ['hips', 'proud', 'ready', 'cross', 'well'],
  moods: ['firm'],
  handed: false,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.8,
};
