import type { Action, ActionPose } from './action.ts';
import { atHead, atTrunk, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(1),
  ...atHead('A', 24, 92, -166, { near: 0.5, fore: 0.1, point: 0.8 }),
  ...atTrunk('O', -0.12, 0.64, -96, { fore: 0.2, fist: 0.9 }),
  lean: -2.4,
  headTilt: 6,
  headPitch: -0.1,
  gazeX: 0.6,
  gazeY: -0.7,
  browInL: -2,
  browInR: -5,
  browOutR: -6,
  skew: 0.4,
  narrow: 0.3,
  smile: -0.3,
};

/** A hand at the chin, weight on one leg, eyes up and away. */
export const think: Action = {
  id: 'think',
  name: 'Think',
  group: 'talk',
  words: ['think', 'wonder', 'hmm', 'consider', 'ponder'],
  moods: ['thoughtful'],
  handed: true,
  keys: phased(POSE, { prepare: 0.5 }),
  cycle: swing(2.8, POSE, { ...POSE, headTilt: 4, gazeX: 0.4, headPitch: -0.14, hipX: -8 }, { ...POSE, headTilt: 7, gazeX: 0.7, gazeY: -0.5 }),
  release: 0.6,
  seconds: 2,
};
