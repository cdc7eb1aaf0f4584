import type { Action, ActionPose } from './action.ts';
import { atHead, atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.9),
  toeL: 16,
  toeR: -16,
  ...atHead('A', 34, 76, -142, { near: 0.55, back: 0.8 }),
  ...atTrunk('O', -0.3, 0.66, -96, { fore: 0.2, grip: 0.7 }),
  liftL: 9,
  liftR: 10,
  headTilt: 9,
  headY: 5,
  headPitch: 0.16,
  happyClosed: 0.9,
  cheek: 1,
  smile: 0.9,
  flush: 0.5,
  ...brows(-3),
};

/** A hand before the mouth, shoulders up. */
export const giggle: Action = {
  id: 'giggle',
  name: 'Giggle',
  group: 'feel',
  words: ['giggle', 'shy', 'funny', 'tee hee'],
  moods: ['playful'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.3, POSE, { ...POSE, liftL: 4, liftR: 5, headY: 8, headTilt: 7.6 }),
  release: 0.55,
  seconds: 1.3,
};
