import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...arm('A', 92, 196, 202, { fist: 1 }),
  ...arm('O', 88, 190, 198, { fist: 1 }),
  hipX: -5,
  hipTilt: 4,
  spine: 4,
  chest: 1.8,
  lean: -3,
  liftL: 4,
  liftR: 4,
  headTilt: 5,
  headTurn: 0.1,
  gazeX: 0.5,
  press: 0.3,
  smile: 0.3,
  skew: 0.5,
  ...brows(1, -3),
};

/** Arms up and bent: strong. */
export const flex: Action = {
  id: 'flex',
  name: 'Show muscles',
  group: 'feel',
  words: ['strong', 'muscles', 'flex', 'power'],
  moods: ['playful', 'firm'],
  handed: false,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.3,
};
