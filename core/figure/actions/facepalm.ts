import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: -38, elbowA: -122, wristA: -6, flatA: 1, headPitch: 0.5, headTilt: 5, headY: 5, lean: 3, lid: 0.9, shoulderLift: -3, nearA: 1 };

/** How could this happen. */
export const facepalm: Action = {
  id: 'facepalm',
  name: 'Hand over the eyes',
  group: 'feel',
  words: ['facepalm', 'oh no', 'embarrassed', 'silly', 'ashamed'],
  moods: ['low', 'playful'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.7,
  seconds: 1.4,
};
