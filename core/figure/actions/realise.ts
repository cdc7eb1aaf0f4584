import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipY: -3,
  footPitchL: 10,
  footPitchR: 10,
  ...arm('A', 44, 172, 178, { point: 1 }),
  ...arm('O', 40, 60, 84, { five: 1 }),
  headPitch: -0.16,
  headY: -4,
  chest: 1.2,
  lean: -2,
  liftR: 5,
  eyeScale: 0.14,
  jaw: 0.5,
  smile: 0.4,
  ...brows(-7, -6),
};

/** Up goes the finger, the eyes open wide. */
export const realise: Action = {
  id: 'realise',
  name: 'Realise',
  group: 'feel',
  words: ['idea', 'realise', 'aha', 'eureka', 'of course', 'got it'],
  moods: ['eager'],
  handed: true,
  keys: phased(POSE, { prepare: 0.36, over: 1.12, wind: { hipY: 6, headPitch: 0.2, lid: 0.4 } }),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.2,
};
