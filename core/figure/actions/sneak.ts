import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipY: 20,
  stride: 0.7,
  bodyTurn: 0.3,
  headTurn: 0.1,
  bow: 10,
  lean: 11,
  footXL: -30,
  footPitchL: 26,
  footXR: 26,
  ...atHead('A', 14, 94, -178, { near: 0.5, point: 1, palm: -1 }),
  ...arm('O', 10, -76, -20, { fore: 0.1, hook: 0.8 }),
  liftL: 8,
  liftR: 8,
  headY: 4,
  gazeX: 0.5,
  narrow: 0.7,
  press: 0.4,
  ...brows(-3, -3.4),
  lidLower: 0.2,
};

/** Low, on tiptoe, a finger to the lips. */
export const sneak: Action = {
  id: 'sneak',
  name: 'Sneak',
  group: 'move',
  words: ['sneak', 'hush', 'quiet', 'secret', 'creep', 'shh'],
  moods: ['playful'],
  standing: true,
  handed: true,
  keys: phased(POSE),
  cycle: swing(1.5, POSE, { ...POSE, hipY: 25, headTurn: -0.2, gazeX: -0.7, lean: 12 }),
  release: 0.6,
  seconds: 1.8,
};
