import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: -38,
  elbowA: -146,
  pointA: 1,
  upperO: 10,
  elbowO: 70,
  openO: 0.4,
  hipY: 8,
  lean: 5,
  headTilt: 3,
  headTurn: 0.1,
  shoulderLift: 6,
  footPitchL: 10,
  footPitchR: 10,
  press: 0.8,
  nearA: 0.85,
};

/** Low, on tiptoe, a finger to the lips. */
export const sneak: Action = {
  id: 'sneak',
  name: 'Sneak',
  group: 'move',
  words: ['sneak', 'hush', 'quiet', 'secret', 'creep', 'shh'],
  moods: ['playful'],
  handed: true,
  standing: true,
  keys: phased(POSE),
  cycle: swing(1.4, POSE, {
    upperA: -38,
    elbowA: -145,
    pointA: 1,
    upperO: 12,
    elbowO: 66,
    openO: 0.4,
    hipY: 10,
    lean: 5.6,
    headTilt: 3,
    headTurn: -0.12,
    gazeX: -0.4,
    shoulderLift: 6.4,
    footPitchL: 10,
    footPitchR: 10,
    press: 0.8,
    nearA: 0.85,
  }),
  release: 0.6,
  seconds: 1.8,
};
