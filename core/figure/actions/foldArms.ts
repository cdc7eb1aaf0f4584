import type { Action, ActionPose } from './action.ts';
import { atTrunk, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -6,
  hipTilt: 4,
  spine: 3,
  shoulderTilt: -3,
  ...atTrunk('O', -0.2, 0.54, -100, { fore: 0.2, fist: 1 }),
  ...atTrunk('A', -0.42, 0.42, -108, { fore: 0.2, flat: 0.7, over: 1 }),
  lean: -3,
  liftL: 3,
  liftR: 3,
  headTilt: -3,
  headPitch: -0.06,
  ...brows(1.6, 0),
  press: 0.4,
  smile: -0.4,
};

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
