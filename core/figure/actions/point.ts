import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 6,
  hipTilt: -4,
  spine: -3,
  shoulderTilt: -4,
  ...arm('A', 78, 86, 87, { point: 1, palm: -1 }),
  ...arm('O', 22, -34, -20, { fist: 0.5 }),
  lean: 6,
  bodyTurn: 0.2,
  headTurn: 0.1,
  gazeX: 0.4,
  ...brows(-1, -2),
};

/** Points out to the side of the acting hand, the eyes following. */
export const point: Action = {
  id: 'point',
  name: 'Point',
  group: 'point',
  words: ['point', 'there', 'look', 'show', 'that'],
  moods: ['firm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.3,
};
