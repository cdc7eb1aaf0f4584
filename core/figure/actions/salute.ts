import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 3,
  shoulderTilt: -3,
  ...atHead('A', 74, 4, -118, { pole: 1, edge: 1, palm: -1 }),
  ...arm('O', 8, 0, 0, { edge: 0.6 }),
  chest: 1.4,
  lean: -2,
  headPitch: -0.1,
  headTilt: -2,
  press: 0.3,
  ...brows(0, -1),
};

/** A flat hand to the brow. */
export const salute: Action = {
  id: 'salute',
  name: 'Salute',
  group: 'talk',
  words: ['salute', 'greet', 'yes sir', 'captain'],
  moods: ['firm', 'playful'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.45,
  seconds: 0.9,
};
