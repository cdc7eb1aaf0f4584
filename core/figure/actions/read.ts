import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -2, elbowA: -96, wristA: 0, gripA: 0.8, upperO: -6, elbowO: -90, wristO: 0, gripO: 0.8, headPitch: 0.36, lean: 2, gazeY: 0.5 };

/** Holds a book or a sheet in both hands. */
export const read: Action = {
  id: 'read',
  name: 'Read',
  words: ['read', 'book', 'paper', 'letter', 'study'],
  moods: ['calm', 'thoughtful'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(2.6, POSE, {
    upperA: -2,
    elbowA: -97,
    wristA: 0,
    gripA: 0.8,
    upperO: -6,
    elbowO: -91,
    wristO: 0,
    gripO: 0.8,
    headPitch: 0.34,
    headTurn: 0.05,
    lean: 2,
    gazeY: 0.5,
    gazeX: 0.25,
  }),
  release: 0.6,
  seconds: 2.4,
};
