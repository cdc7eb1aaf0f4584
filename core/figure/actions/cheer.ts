import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: 3,
  hipY: -9,
  footPitchL: 18,
  footPitchR: 22,
  spine: -5,
  shoulderTilt: -6,
  ...arm('A', 152, 172, 174, { fist: 1 }),
  ...arm('O', 132, 168, 170, { five: 1 }),
  headPitch: -0.2,
  headTilt: 5,
  chest: 1.4,
  lean: -2,
  happyClosed: 0.9,
  jaw: 0.9,
  smile: 1,
  cheek: 1,
  ...brows(-4),
};

/** Both arms up. */
export const cheer: Action = {
  id: 'cheer',
  name: 'Cheer',
  group: 'feel',
  words: ['cheer', 'hooray', 'yes', 'win', 'party'],
  moods: ['eager', 'playful'],
  handed: false,
  keys: phased(POSE, { wind: { hipY: 12, headPitch: 0.2, ...arm('A', 20, 40, 40, { fist: 1 }), ...arm('O', 20, 30, 30) } }),
  cycle: swing(0.56, POSE, { ...POSE, hipY: 5, footPitchL: 0, footPitchR: 0, ...arm('A', 128, 164, 168, { fist: 1 }), ...arm('O', 112, 158, 162, { five: 1 }), headPitch: -0.08 }),
  release: 0.6,
  seconds: 1.4,
};
