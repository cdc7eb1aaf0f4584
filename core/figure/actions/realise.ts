import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  upperA: 30,
  elbowA: 136,
  wristA: 4,
  pointA: 1,
  headPitch: -0.2,
  headY: -4,
  eyeScale: 0.1,
  chest: 0.6,
  shoulderLift: 3,
  hipY: -2,
  browInL: -6,
  browInR: -6,
  browOutL: -5,
  browOutR: -5,
};

/** Up goes the finger, the eyes open wide. */
export const realise: Action = {
  id: 'realise',
  name: 'Realise',
  group: 'feel',
  words: ['idea', 'realise', 'aha', 'eureka', 'of course', 'got it'],
  moods: ['eager'],
  handed: true,
  keys: phased(POSE, { prepare: 0.36 }),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.2,
};
