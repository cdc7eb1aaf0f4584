import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -8,
  hipTilt: 3,
  spine: 2,
  shoulderTilt: -7,
  ...arm('A', 82, 92, 180, { flat: 1, fore: 0.3 }),
  ...arm('O', 28, -26, -16, { fist: 0.6 }),
  lean: -6,
  bodyTurn: 0.16,
  headPitch: 0.12,
  headTurn: 0.08,
  ...brows(5, -1),
  press: 0.5,
  smile: -0.6,
  footXL: -10,
};

/** A flat hand held out: no further. */
export const stopHand: Action = {
  id: 'stop',
  name: 'Stop',
  group: 'talk',
  words: ['stop', 'halt', 'wait', 'no', 'enough'],
  moods: ['firm'],
  handed: true,
  keys: phased(POSE, { prepare: 0.34, over: 1.05 }),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
