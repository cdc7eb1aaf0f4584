import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(1),
  ...arm('A', 32, 187, 180, { near: 0.8, grip: 1 }),
  ...atTrunk('O', -0.3, 0.66, -96, { fore: 0.2, grip: 0.8 }),
  headTilt: 11,
  headTurn: -0.08,
  gazeX: -0.4,
  ...brows(-1.6),
};

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
