import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: 6,
  hipTilt: -4,
  spine: -4,
  shoulderTilt: 8,
  ...arm('A', 36, 78, 84, { open: 1 }),
  ...arm('O', 30, 106, 112, { open: 1 }),
  headTilt: 7,
  gazeX: 0.5,
  gazeY: 0.3,
  lean: 2,
  ...brows(-2),
  skew: 0.3,
};

/** Two open hands go up and down like scales. */
export const compare: Action = {
  id: 'compare',
  name: 'Weigh up',
  group: 'talk',
  words: ['compare', 'either', 'or', 'weigh', 'on the one hand', 'balance'],
  moods: ['thoughtful'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(2, POSE, {
    ...POSE,
    hipX: -6,
    hipTilt: 4,
    spine: 4,
    shoulderTilt: -8,
    ...arm('A', 30, 108, 114, { open: 1 }),
    ...arm('O', 36, 80, 86, { open: 1 }),
    headTilt: -7,
    gazeX: -0.5,
    lean: -2,
    skew: -0.3,
  }),
  release: 0.55,
  seconds: 2.2,
};
