import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -4, elbowA: -74, wristA: 8, upperO: -6, elbowO: -70, wristO: 8, lean: 3, headPitch: 0.26, gazeY: 0.5 };

/** Both hands at a keyboard. */
export const typing: Action = {
  id: 'type',
  name: 'Type',
  group: 'work',
  words: ['type', 'computer', 'write', 'work', 'keyboard'],
  moods: ['calm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.3, POSE, { upperA: -4, elbowA: -77, wristA: 3, upperO: -6, elbowO: -67, wristO: 12, lean: 3, headPitch: 0.26, gazeY: 0.5 }),
  release: 0.55,
  seconds: 2,
};
