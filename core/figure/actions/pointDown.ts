import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 30, elbowA: -6, wristA: -8, pointA: 1, lean: 2, headPitch: 0.24 };

/** A finger to the floor: here, now. */
export const pointDown: Action = {
  id: 'point-down',
  name: 'Point down',
  group: 'point',
  words: ['down', 'below', 'here', 'now', 'this'],
  moods: ['firm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1,
};
