import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 8,
  hipTilt: -5,
  spine: -5,
  shoulderTilt: 7,
  ...atHead('A', 76, 42, -166, { pole: 1, flat: 1, palm: -0.2 }),
  ...arm('O', 26, -40, -30, { fist: 0.3 }),
  lean: 9,
  headTilt: 12,
  headTurn: -0.16,
  gazeX: 0.7,
  ...brows(-4, -3),
  narrow: 0.3,
  jaw: 0.1,
};

/** A hand behind the ear, leaning in. */
export const listen: Action = {
  id: 'listen',
  name: 'Listen closely',
  group: 'talk',
  words: ['listen', 'hear', 'what', 'pardon', 'louder'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.6,
};
