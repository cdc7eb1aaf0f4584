import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 40, elbowA: 40, wristA: -20, gripA: 1, lean: 4, bodyTurn: 0.1, headTilt: 2, hipX: 2 };

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
