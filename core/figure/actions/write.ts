import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -8, elbowA: -92, gripA: 0.9, upperO: -6, elbowO: -78, flatO: 0.8, headPitch: 0.4, headTilt: 3, lean: 2.6, gazeY: 0.5 };

/** One hand writes on what the other holds. */
export const write: Action = {
  id: 'write',
  name: 'Write',
  words: ['write', 'note', 'sign', 'draw'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.5, POSE, { upperA: -5, elbowA: -90, wristA: -6, gripA: 0.9, upperO: -6, elbowO: -78, flatO: 0.8, headPitch: 0.4, headTilt: 3, lean: 2.6, gazeY: 0.5 }),
  release: 0.6,
  seconds: 2,
};
