import type { Action, ActionPose } from './action.ts';
import { atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.7),
  toeL: 30,
  toeR: -30,
  kneeL: -0.3,
  kneeR: -0.3,
  ...atTrunk('A', 0.08, 1.02, -46, { fore: 0.1, grip: 0.7, over: 1 }),
  ...atTrunk('O', 0.12, 1.05, -42, { fore: 0.1, flat: 0.6 }),
  headTilt: -9,
  headPitch: 0.3,
  headTurn: -0.12,
  gazeX: -0.6,
  gazeY: 0.6,
  liftL: 9,
  liftR: 9,
  headY: 4,
  flush: 0.9,
  narrow: 0.4,
  smile: 0.15,
  ...brows(-4, 0.6),
};

/** Hands together, looking down and away. */
export const shy: Action = {
  id: 'shy',
  name: 'Be shy',
  group: 'feel',
  words: ['shy', 'bashful', 'embarrassed', 'sweet'],
  moods: ['low', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(2, POSE, { ...POSE, hipX: 5, hipTilt: -4, spine: -3, shoulderTilt: 4, bodyTurn: 0.1, headTilt: -6 }),
  release: 0.6,
  seconds: 1.8,
};
