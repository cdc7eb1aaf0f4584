import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 28, elbowA: -87, gripA: 0.9, upperO: 30, elbowO: -74, gripO: 0.9, headPitch: 0.4, headTilt: 3, lean: 2.6, gazeY: 0.5 };

/** One hand writes on what the other holds. */
export const write: Action = {
  id: 'write',
  name: 'Write',
  group: 'work',
  words: ['write', 'note', 'sign', 'draw'],
  moods: ['calm'],
  handed: true,
  holds: 'pencil',
  other: 'letter',
  keys: phased(POSE),
  cycle: swing(0.5, POSE, { upperA: 31, elbowA: -84, wristA: -6, gripA: 0.9, upperO: 30, elbowO: -74, gripO: 0.9, headPitch: 0.4, headTilt: 3, lean: 2.6, gazeY: 0.5 }),
  release: 0.6,
  seconds: 2,
};
