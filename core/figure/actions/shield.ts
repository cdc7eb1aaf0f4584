import type { Action, ActionPose } from './action.ts';
import { atHead, brows, onHip } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 6,
  hipTilt: -4,
  spine: -3,
  shoulderTilt: -4,
  ...atHead('A', 80, -8, -102, { pole: 1, flat: 0.6, edge: 0.4, palm: -1 }),
  ...onHip('O'),
  lean: 6,
  headTilt: -2,
  headX: 4,
  headPitch: -0.06,
  gazeX: 0.3,
  lid: 0.2,
  lidLower: 0.5,
  ...brows(2, 0),
  jaw: 0.06,
};

/** A hand over the brow against the light. */
export const shield: Action = {
  id: 'shield',
  name: 'Shade the eyes',
  group: 'feel',
  words: ['far', 'bright', 'look', 'horizon', 'sun'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.6,
};
