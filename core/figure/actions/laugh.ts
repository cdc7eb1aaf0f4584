import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: 3,
  ...atTrunk('A', 0.16, 0.7, -98, { fore: 0.25, back: 0.8 }),
  ...arm('O', 34, 30, 40, { five: 0.7 }),
  headPitch: -0.3,
  headTilt: 7,
  headY: -3,
  liftL: 7,
  liftR: 7,
  lean: -8,
  chest: 1.4,
  happyClosed: 1,
  jaw: 0.9,
  smile: 0.9,
  cheek: 1,
  ...brows(-3.4),
  lidLower: 0.4,
};

/** Shoulders shake, the head goes back. */
export const laugh: Action = {
  id: 'laugh',
  name: 'Laugh',
  group: 'feel',
  words: ['laugh', 'funny', 'haha', 'joke'],
  moods: ['playful', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.34, POSE, { ...POSE, headPitch: -0.16, headY: 2, lean: -5, bow: 6, liftL: 2, liftR: 2, hipY: 3, jaw: 0.75 }),
  release: 0.6,
  seconds: 1.6,
};
