import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  bow: 6,
  ...arm('A', 30, -72, -30, { fore: 0.35, grip: 1 }),
  ...arm('O', 32, -70, -30, { fore: 0.35, grip: 1 }),
  headPitch: 0.34,
  headY: 4,
  lean: 1,
  gazeY: 0.6,
  ...brows(-0.6),
};

/** Holds a book or a sheet in both hands. */
export const read: Action = {
  id: 'read',
  name: 'Read',
  group: 'work',
  words: ['read', 'book', 'paper', 'letter', 'study'],
  moods: ['calm', 'thoughtful'],
  handed: false,
  holds: 'book',
  keys: phased(POSE),
  cycle: swing(2.8, POSE, { ...POSE, headTurn: 0.06, gazeX: 0.35 }, { ...POSE, headTurn: -0.06, gazeX: -0.35 }),
  release: 0.6,
  seconds: 2.4,
};
