import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.9),
  ...atTrunk('A', 0.7, 0.42, -98, { near: 0.2, fore: 0.35, point: 1, palm: -1 }),
  ...arm('O', 22, 2, 12, { open: 0.5 }),
  headTilt: 5,
  headPitch: 0.06,
  chest: 0.8,
  ...brows(-4.4, -4),
  smile: 0.25,
};

/** A hand on the chest. */
export const pointToSelf: Action = {
  id: 'self',
  name: 'Point to oneself',
  group: 'point',
  words: ['me', 'I', 'myself', 'mine', 'honest'],
  moods: ['warm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.1,
};
