import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 8,
  hipTilt: -5,
  spine: -5,
  shoulderTilt: 5,
  ...arm('A', 24, 189, 174, { near: 0.66, flat: 1, palm: -0.6 }),
  ...arm('O', 16, -24, -14, { fist: 0.3 }),
  lean: 10,
  headTilt: 8,
  headTurn: 0.12,
  headX: 3,
  gazeX: 0.7,
  lid: 0.22,
  lidLower: 0.2,
  narrow: 0.6,
  jaw: 0.14,
  liftR: 5,
  ...brows(-2, -2.6),
};

/** A hand beside the mouth, leaning over. */
export const whisper: Action = {
  id: 'whisper',
  name: 'Whisper',
  group: 'talk',
  words: ['whisper', 'secret', 'psst', 'between us'],
  moods: ['playful', 'calm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.6,
};
