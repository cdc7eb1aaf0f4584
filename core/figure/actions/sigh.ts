import type { Action, ActionPose } from './action.ts';
import { arm, brows, weightOn } from './limbs.ts';
import { held } from './phases.ts';

const SUNK: ActionPose = {
  ...weightOn(0.5),
  shoulderLift: -10,
  chest: -1.2,
  bow: 18,
  headPitch: 0.4,
  headY: 10,
  headTilt: 5,
  lid: 0.6,
  ...brows(-4, 2.6),
  smile: -0.9,
  ...arm('A', 8, -2, 0),
  ...arm('O', 10, -4, -2),
  hipY: 2,
};

/** Shoulders rise, and fall further. */
export const sigh: Action = {
  id: 'sigh',
  name: 'Sigh',
  group: 'feel',
  words: ['sigh', 'tired', 'oh well', 'resigned'],
  moods: ['low'],
  handed: false,
  keys: [
    { at: -0.7, pose: {} },
    {
      at: -0.2,
      pose: { shoulderLift: 10, chest: 1.8, headPitch: -0.26, headTilt: -2, lid: 0.3, jaw: 0.2, ...brows(-3.4, 1), ...arm('A', 18, -6, 0), ...arm('O', 20, -8, 0) },
      ease: 'both',
    },
    {
      at: 0,
      pose: { shoulderLift: 10, chest: 1.7, headPitch: -0.24, lid: 0.4, jaw: 0.1, narrow: 0.4, ...brows(-3.4, 1), ...arm('A', 18, -6, 0), ...arm('O', 20, -8, 0) },
      ease: 'both',
    },
    { at: 0.6, pose: SUNK, ease: 'out' },
    { at: 0.9, pose: { ...SUNK, bow: 16, headPitch: 0.36 }, ease: 'both' },
  ],
  cycle: held(SUNK),
  release: 0.8,
  seconds: 1.6,
};
