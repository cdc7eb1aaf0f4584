import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: 5,
  hipTilt: -3,
  ...arm('A', 34, -8, 20, { five: 0.7 }),
  ...arm('O', 30, 0, 24, { five: 0.6 }),
  bodyTurn: 0.26,
  headTurn: 0.22,
  gazeX: 0.9,
  lean: 4,
  headTilt: 3,
  headY: -2,
  ...brows(-3.4, -3),
  jaw: 0.08,
  narrow: 0.4,
};

/** Looks to one side, then the other, a hand over the eyes. */
export const lookAround: Action = {
  id: 'look-around',
  name: 'Look around',
  group: 'point',
  words: ['look', 'search', 'where', 'see', 'far'],
  moods: ['thoughtful'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(
    2.6,
    POSE,
    { ...POSE, bodyTurn: 0.24, gazeX: 0.4 },
    { ...POSE, hipX: -5, hipTilt: 3, bodyTurn: -0.26, headTurn: -0.22, gazeX: -0.9, lean: -4, headTilt: -3 },
    { ...POSE, hipX: -5, hipTilt: 3, bodyTurn: -0.24, headTurn: -0.2, gazeX: -0.5, lean: -3 },
  ),
  release: 0.6,
  seconds: 2.4,
};
