import type { Action, ActionPose } from './action.ts';
import { phased } from './phases.ts';

const POSE: ActionPose = { upperA: 58, elbowA: -182, wristA: 8, flatA: 1, headTilt: -1, lean: -1, chest: 0.4 };

/** A flat hand to the brow. */
export const salute: Action = {
  id: 'salute',
  name: 'Salute',
  group: 'talk',
  words: ['salute', 'greet', 'yes sir', 'captain'],
  moods: ['firm', 'playful'],
  handed: true,
  keys: phased(POSE),
  release: 0.45,
  seconds: 0.9,
};
