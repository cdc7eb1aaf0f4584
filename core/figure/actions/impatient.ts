import type { Action, ActionPose } from './action.ts';
import { atTrunk, brows, onHip } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: -8,
  hipTilt: 6,
  spine: 4,
  shoulderTilt: -4,
  ...atTrunk('A', 0.0, 0.5, -92, { fore: 0.15, fist: 0.7 }),
  ...onHip('O'),
  lean: -2,
  headTilt: -5,
  headPitch: 0.2,
  gazeY: 0.5,
  gazeX: 0.1,
  lid: 0.3,
  ...brows(3, 0),
  smile: -0.9,
  skew: -0.5,
  footXR: 6,
};

/** Waits, and shows it. */
export const impatient: Action = {
  id: 'impatient',
  name: 'Tap the foot',
  group: 'feel',
  words: ['impatient', 'wait', 'tap', 'hurry', 'late'],
  moods: ['firm'],
  standing: true,
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.42, POSE, { ...POSE, footPitchR: -22, headPitch: 0.17 }),
  release: 0.6,
  seconds: 1.8,
};
