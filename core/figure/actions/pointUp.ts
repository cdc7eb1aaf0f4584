import type { Action, ActionPose } from './action.ts';
import { arm, brows, onHip, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(1.1),
  ...arm('A', 58, 174, 178, { point: 1 }),
  ...onHip('O'),
  headTilt: -4,
  headPitch: -0.14,
  gazeY: -0.4,
  gazeX: 0.2,
  chest: 0.7,
  lean: -2,
  ...brows(-3.4, -4),
};

/** A raised finger. */
export const pointUp: Action = {
  id: 'point-up',
  name: 'Point up',
  group: 'point',
  words: ['up', 'above', 'sky', 'attention', 'one thing'],
  moods: ['firm', 'eager'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.2,
};
