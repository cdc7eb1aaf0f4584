import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -8, elbowA: -86, flatA: 0.8, upperO: -10, elbowO: -82, flatO: 0.8, lean: 3, headPitch: 0.12, shoulderLift: 4, smile: 0.4 };

/** Looking forward to it. */
export const rubHands: Action = {
  id: 'rub-hands',
  name: 'Rub the hands',
  group: 'feel',
  words: ['eager', 'plan', 'cold', 'scheme', 'rub'],
  moods: ['playful', 'eager'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.36, POSE, { upperA: -8, elbowA: -90, flatA: 0.8, upperO: -10, elbowO: -78, flatO: 0.8, lean: 3, headPitch: 0.12, shoulderLift: 4, smile: 0.4 }),
  release: 0.55,
  seconds: 1.4,
};
