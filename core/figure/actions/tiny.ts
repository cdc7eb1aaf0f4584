import type { Action, ActionPose } from './action.ts';
import { arm, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.6),
  ...arm('A', 16, 152, 158, { pinch: 1, fore: 0.1 }),
  ...arm('O', 14, -18, -10),
  lean: 5,
  bow: 8,
  headTilt: 8,
  headTurn: 0.06,
  headX: 4,
  gazeX: 0.6,
  gazeY: 0.1,
  lid: 0.3,
  lidLower: 0.5,
  ...brows(2.4, 1),
  narrow: 0.5,
  smile: -0.1,
};

/** Finger and thumb, almost closed. */
export const tiny: Action = {
  id: 'tiny',
  name: 'Show how small',
  group: 'talk',
  words: ['small', 'tiny', 'little', 'bit', 'almost'],
  moods: ['playful'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
