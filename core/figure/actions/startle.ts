import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -8,
  hipY: 4,
  lean: -10,
  spine: 4,
  kneeL: 0.2,
  ...arm('A', 48, 140, 150, { five: 1, fore: 0.2 }),
  ...arm('O', 40, 132, 144, { five: 1, fore: 0.2 }),
  liftL: 14,
  liftR: 15,
  headY: 2,
  headPitch: -0.12,
  eyeScale: 0.18,
  jaw: 0.7,
  narrow: 0.4,
  smile: -0.6,
  ...brows(-8, -6.6),
  forehead: 0.6,
};

/** Jumps back, hands up. */
export const startle: Action = {
  id: 'startle',
  name: 'Startle',
  group: 'feel',
  words: ['startle', 'shock', 'scare', 'surprise', 'eek'],
  moods: ['eager', 'low'],
  handed: false,
  keys: phased(POSE, { prepare: 0.2, settle: 0.22, over: 1.14, wind: { hipY: 3, headY: 4 } }),
  cycle: held(POSE),
  release: 0.7,
  seconds: 1,
};
