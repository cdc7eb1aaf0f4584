import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 66, elbowA: -206, wristA: 20, flatA: 0.7, lean: 5, headTilt: 7, headTurn: -0.12, lid: 0.1 };

/** A hand behind the ear, leaning in. */
export const listen: Action = {
  id: 'listen',
  name: 'Listen closely',
  group: 'talk',
  words: ['listen', 'hear', 'what', 'pardon', 'louder'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.6,
};
