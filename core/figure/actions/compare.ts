import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 14, elbowA: 84, wristA: 16, openA: 0.9, upperO: 10, elbowO: 66, wristO: 16, openO: 0.9, shoulderTilt: -2, headTilt: 2 };

/** Two open hands go up and down like scales. */
export const compare: Action = {
  id: 'compare',
  name: 'Weigh up',
  group: 'talk',
  words: ['compare', 'either', 'or', 'weigh', 'on the one hand', 'balance'],
  moods: ['thoughtful'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(1.5, POSE, { upperA: 10, elbowA: 64, wristA: 16, openA: 0.9, upperO: 14, elbowO: 86, wristO: 16, openO: 0.9, shoulderTilt: 2, headTilt: -2 }),
  release: 0.55,
  seconds: 2.2,
};
