import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 16, elbowA: 104, wristA: -12, flatA: 1, upperO: 14, elbowO: 98, wristO: -12, flatO: 1, lean: -3.4, headTurn: 0.08, headTilt: -2 };

/** Both palms wave it away. */
export const refuse: Action = {
  id: 'refuse',
  name: 'Refuse',
  group: 'talk',
  words: ['refuse', 'no thanks', 'reject', 'not me', 'decline'],
  moods: ['firm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.6, POSE, { upperA: 26, elbowA: 84, wristA: 10, flatA: 1, upperO: 24, elbowO: 80, wristO: 10, flatO: 1, lean: -3.4, headTurn: -0.12, headTilt: 2 }),
  release: 0.55,
  seconds: 1.2,
};
