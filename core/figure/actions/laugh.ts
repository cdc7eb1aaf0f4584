import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -4, elbowA: -64, flatA: 0.5, headPitch: -0.22, headTilt: 4, shoulderLift: 5, lean: -3, happyClosed: 0.9, smile: 0.8, lidLower: 0.4, chest: 0.5 };

/** Shoulders shake, the head goes back. */
export const laugh: Action = {
  id: 'laugh',
  name: 'Laugh',
  group: 'feel',
  words: ['laugh', 'funny', 'haha', 'joke'],
  moods: ['playful', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.36, POSE, {
    upperA: -5,
    elbowA: -66,
    flatA: 0.5,
    headPitch: -0.1,
    headTilt: 3,
    shoulderLift: 1,
    headY: 3,
    lean: -1.6,
    happyClosed: 0.9,
    smile: 0.8,
    lidLower: 0.4,
  }),
  release: 0.6,
  seconds: 1.6,
};
