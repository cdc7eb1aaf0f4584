import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 4,
  hipTilt: -3,
  spine: -3,
  shoulderTilt: 5,
  ...arm('A', 34, 6, 2, { point: 1, palm: -1 }),
  ...arm('O', 30, -30, -20, { fist: 0.4 }),
  lean: 5,
  bow: 6,
  headPitch: 0.34,
  headTilt: 3,
  gazeY: 0.7,
  gazeX: 0.3,
  ...brows(2, 0),
};

/** A finger to the floor: here, now. */
export const pointDown: Action = {
  id: 'point-down',
  name: 'Point down',
  group: 'point',
  words: ['down', 'below', 'here', 'now', 'this'],
  moods: ['firm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1,
};
