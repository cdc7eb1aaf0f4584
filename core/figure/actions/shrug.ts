import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -5,
  hipTilt: 3,
  spine: 2,
  hipY: 3,
  liftL: 15,
  liftR: 18,
  ...arm('A', 26, 106, 120, { open: 1 }),
  ...arm('O', 24, 116, 128, { open: 1 }),
  headTilt: 9,
  headY: 8,
  ...brows(-6, -4.4),
  forehead: 0.5,
  smile: -1.3,
  press: 0.4,
};

/** Shoulders up, palms out, head to one side. */
export const shrug: Action = {
  id: 'shrug',
  name: 'Shrug',
  group: 'talk',
  words: ['shrug', 'no idea', 'who knows', 'dunno', 'whatever'],
  moods: ['playful', 'thoughtful'],
  handed: false,
  keys: phased(POSE, { prepare: 0.36, wind: { liftL: -4, liftR: -4, hipY: 3 } }),
  cycle: held(POSE),
  release: 0.5,
  seconds: 0.8,
};
