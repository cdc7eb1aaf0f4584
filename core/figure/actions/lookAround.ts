import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 62, elbowA: -188, wristA: 24, flatA: 1, headTurn: 0.3, gazeX: 0.4, bodyTurn: 0.08, lean: 2 };

/** Looks to one side, then the other, a hand over the eyes. */
export const lookAround: Action = {
  id: 'look-around',
  name: 'Look around',
  group: 'point',
  words: ['look', 'search', 'where', 'see', 'far'],
  moods: ['thoughtful'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(2.4, POSE, { upperA: 62, elbowA: -188, wristA: 24, flatA: 1, headTurn: -0.3, gazeX: -0.4, bodyTurn: -0.08, lean: 2 }),
  release: 0.6,
  seconds: 2.4,
};
