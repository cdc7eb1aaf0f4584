import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: -6, elbowA: -84, wristA: -6, flatA: 0.5, upperO: -11, elbowO: -94, wristO: 0, fistO: 0.4, lean: -2, hipX: 3, shoulderLift: 2, headTilt: -2 };

/** Arms folded before the chest. */
export const foldArms: Action = {
  id: 'fold-arms',
  name: 'Fold the arms',
  group: 'talk',
  words: ['fold arms', 'cross arms', 'wait', 'stubborn', 'doubt'],
  moods: ['firm'],
  handed: false,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 2,
};
