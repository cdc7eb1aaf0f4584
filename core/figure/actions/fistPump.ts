import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held } from './phases.ts';

const UP: ActionPose = { hipY: -4, ...arm('A', 118, 172, 174, { fist: 1 }), ...arm('O', 30, -20, -10, { fist: 0.8 }), headPitch: -0.2, chest: 1.2, lean: -3, ...brows(-3) };
const DOWN: ActionPose = {
  hipY: 12,
  kneeL: 0.3,
  kneeR: 0.3,
  shoulderTilt: 6,
  ...arm('A', 34, 148, 156, { fist: 1, near: 0.2 }),
  ...arm('O', 44, -54, -40, { fist: 1 }),
  headPitch: 0.22,
  headTilt: 5,
  lean: 5,
  bow: 8,
  lid: 0.9,
  cheek: 0.8,
  bare: 0.9,
  smile: 0.8,
  ...brows(3.4, -1),
};

/** A fist pulled down: yes. */
export const fistPump: Action = {
  id: 'fist-pump',
  name: 'Fist of joy',
  group: 'feel',
  words: ['yes', 'success', 'win', 'great', 'finally'],
  moods: ['eager'],
  handed: true,
  keys: [
    { at: -0.46, pose: {} },
    { at: -0.16, pose: UP, ease: 'out' },
    { at: 0, pose: DOWN, ease: 'in' },
    { at: 0.18, pose: { ...DOWN, hipY: 8, headPitch: 0.12 }, ease: 'both' },
  ],
  cycle: held(DOWN),
  release: 0.5,
  seconds: 1.1,
};
