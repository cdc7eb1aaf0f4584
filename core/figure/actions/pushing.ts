import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: -10,
  hipY: 10,
  spine: 3,
  lean: 17,
  bodyTurn: 0.5,
  headTurn: 0.02,
  ...arm('A', 66, 78, 168, { flat: 1, palm: -1 }),
  ...arm('O', -56, -78, -168, { flat: 1, palm: -1 }),
  headPitch: 0.2,
  ...brows(6, -1),
  crease: 0.6,
  bare: 0.8,
  smile: -0.6,
  lid: 0.3,
  stride: 0.5,
  footXL: -36,
  footXR: 6,
  footPitchL: 20,
};

/** Both hands against something heavy. */
export const pushing: Action = {
  id: 'push',
  name: 'Push',
  group: 'move',
  words: ['push', 'heavy', 'door', 'move'],
  moods: ['firm'],
  standing: true,
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.9, POSE, { ...POSE, hipX: -4, lean: 21, headPitch: 0.28 }),
  release: 0.6,
  seconds: 1.6,
};
