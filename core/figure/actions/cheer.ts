import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: 138,
  elbowA: 34,
  wristA: -4,
  fistA: 0.9,
  upperO: 130,
  elbowO: 42,
  wristO: 2,
  fistO: 0.9,
  headPitch: -0.2,
  chest: 0.8,
  hipY: -3,
  shoulderLift: 4,
  smile: 0.6,
};

/** Both arms up. */
export const cheer: Action = {
  id: 'cheer',
  name: 'Cheer',
  group: 'feel',
  words: ['cheer', 'hooray', 'yes', 'win', 'party'],
  moods: ['eager', 'playful'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.5, POSE, {
    upperA: 126,
    elbowA: 62,
    wristA: 0,
    fistA: 0.9,
    upperO: 120,
    elbowO: 68,
    wristO: 2,
    fistO: 0.9,
    headPitch: -0.12,
    hipY: 3,
    shoulderLift: 2,
    smile: 0.6,
  }),
  release: 0.6,
  seconds: 1.4,
};
