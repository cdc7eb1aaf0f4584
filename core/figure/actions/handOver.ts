import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 6,
  hipTilt: -4,
  spine: -3,
  shoulderTilt: 2,
  ...arm('A', 54, 78, 84, { grip: 1, fore: 0.1 }),
  ...arm('O', 22, -20, -10),
  lean: 6,
  bodyTurn: 0.18,
  headTilt: 4,
  smile: 0.35,
  ...brows(-2),
};

/** Holds something out to the other. */
export const handOver: Action = {
  id: 'hand-over',
  name: 'Hand over',
  group: 'work',
  words: ['give', 'hand over', 'offer', 'here you are', 'take this'],
  moods: ['warm'],
  handed: true,
  holds: 'parcel',
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.3,
};
