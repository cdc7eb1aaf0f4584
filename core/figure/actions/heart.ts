import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: -10, elbowA: -118, wristA: -22, flatA: 1, headTilt: 5, headPitch: 0.22, lid: 0.2, nearA: 0.2 };

/** A flat hand on the chest, a small bow of the head. */
export const heart: Action = {
  id: 'heart',
  name: 'Hand on heart',
  group: 'feel',
  words: ['promise', 'thank', 'sorry', 'sincere', 'touched', 'heart'],
  moods: ['warm', 'low'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.4,
};
