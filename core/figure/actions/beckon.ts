import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 30, elbowA: 84, wristA: 10, openA: 0.7, lean: -1.5, headTilt: 2 };

/** Calls somebody closer with the hand. */
export const beckon: Action = {
  id: 'beckon',
  name: 'Beckon',
  group: 'talk',
  words: ['come here', 'beckon', 'call', 'invite'],
  moods: ['warm', 'eager'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.62, POSE, { upperA: 26, elbowA: 112, wristA: 44, fistA: 0.4, openA: 0.2, lean: -2.2, headTilt: 3 }),
  release: 0.5,
  seconds: 1.4,
};
