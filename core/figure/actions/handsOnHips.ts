import type { Action, ActionPose } from './action.ts';
import { onHip } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -5,
  hipTilt: 4,
  spine: 3,
  shoulderTilt: -3,
  ...onHip('A'),
  ...onHip('O'),
  chest: 1.4,
  lean: -2.6,
  headTilt: 3,
  headPitch: -0.08,
  footXL: -6,
  footXR: 6,
};

/** Elbows out, standing firm. */
export const handsOnHips: Action = {
  id: 'hands-on-hips',
  name: 'Hands on the hips',
  group: 'talk',
  words: ['hips', 'proud', 'ready', 'cross', 'well'],
  moods: ['firm'],
  handed: false,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.8,
};
