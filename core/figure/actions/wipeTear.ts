import type { Action, ActionPose } from './action.ts';
import { atHead, atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.5),
  ...atHead('A', 34, 40, -158, { near: 0.5, fist: 0.6, point: 0.4, palm: -1 }),
  ...atTrunk('O', -0.4, 0.56, -98, { fore: 0.2, grip: 0.8 }),
  headPitch: 0.3,
  headTilt: 8,
  headY: 6,
  bow: 14,
  lid: 0.75,
  shoulderLift: -6,
  smile: -1.3,
  narrow: 0.2,
  flush: 0.3,
  ...brows(-7, 3.4),
};

/** A knuckle under the eye, head low. */
export const wipeTear: Action = {
  id: 'wipe-tear',
  name: 'Wipe a tear',
  group: 'feel',
  words: ['cry', 'tear', 'sad', 'weep'],
  moods: ['low'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.9, POSE, { ...POSE, ...atHead('A', 30, 46, -150, { near: 0.5, fist: 0.6, point: 0.4, palm: -1 }), headTilt: 9, shoulderLift: -2 }),
  release: 0.7,
  seconds: 1.8,
};
