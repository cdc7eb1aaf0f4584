import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 16, elbowA: 124, wristA: 4, gripA: 1, headTilt: -2, headTurn: 0.06, gazeX: 0.3, shoulderTilt: -2 };

/** Holds a thing up to be seen. */
export const holdUp: Action = {
  id: 'hold-up',
  name: 'Hold up',
  group: 'work',
  words: ['hold', 'show', 'look', 'prop', 'this one'],
  moods: ['eager'],
  handed: true,
  holds: 'letter',
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.6,
};
