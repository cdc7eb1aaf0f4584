import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 40, elbowA: -81, wristA: 0, gripA: 0.8, upperO: 35, elbowO: -70, wristO: 0, gripO: 0.8, headPitch: 0.36, lean: 2, gazeY: 0.5 };

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
  cycle: swing(2.6, POSE, {
    upperA: 40,
    elbowA: -82,
    wristA: 0,
    gripA: 0.8,
    upperO: 35,
    elbowO: -71,
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
