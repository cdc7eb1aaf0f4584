import type { Action, ActionPose } from './action.ts';
import { arm, brows, onHip, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(1),
  ...arm('A', 62, 168, 172, { grip: 1 }),
  ...onHip('O'),
  headTilt: -4,
  headPitch: -0.1,
  headTurn: 0.1,
  gazeX: 0.5,
  gazeY: -0.3,
  smile: 0.3,
  ...brows(-3.4),
};

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
