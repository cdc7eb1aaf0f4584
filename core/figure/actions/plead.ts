import type { Action, ActionPose } from './action.ts';
import { atTrunk, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipY: 10,
  kneeL: -0.2,
  kneeR: -0.2,
  ...atTrunk('A', 0.14, 0.56, -170, { near: 0.35, fore: 0.2, edge: 1, over: 1 }),
  ...atTrunk('O', 0.1, 0.56, -170, { near: 0.35, fore: 0.2, edge: 1 }),
  headTilt: 9,
  headPitch: -0.06,
  lean: 4,
  bow: 6,
  liftL: 7,
  liftR: 7,
  gazeY: -0.3,
  ...brows(-7.4, 2.4),
  eyeScale: 0.06,
  forehead: 0.5,
  smile: -0.7,
};

/** Palms pressed together. */
export const plead: Action = {
  id: 'plead',
  name: 'Plead',
  group: 'talk',
  words: ['please', 'beg', 'pray', 'plead', 'hope'],
  moods: ['low', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.9, POSE, {
    ...POSE,
    ...atTrunk('A', 0.14, 0.62, -170, { near: 0.35, fore: 0.2, edge: 1, over: 1 }),
    ...atTrunk('O', 0.1, 0.62, -170, { near: 0.35, fore: 0.2, edge: 1 }),
    headY: 3,
    lean: 5,
  }),
  release: 0.6,
  seconds: 1.5,
};
