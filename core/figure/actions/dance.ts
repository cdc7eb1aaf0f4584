import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { hipX: 9, hipY: 4, lean: -4, shoulderTilt: 4, headTilt: -5, upperA: 22, elbowA: 96, upperO: 10, elbowO: 58, fistA: 0.5, fistO: 0.5, smile: 0.5 };

/** Hips one way, arms the other, to a beat. */
export const dance: Action = {
  id: 'dance',
  name: 'Dance',
  group: 'move',
  words: ['dance', 'music', 'groove', 'party'],
  moods: ['playful', 'eager'],
  handed: false,
  standing: true,
  keys: phased(POSE),
  cycle: swing(
    1,
    POSE,
    { hipX: 0, hipY: -1, lean: 0, headY: -2, upperA: 14, elbowA: 76, upperO: 14, elbowO: 76, fistA: 0.5, fistO: 0.5, smile: 0.5 },
    { hipX: -9, hipY: 4, lean: 4, shoulderTilt: -4, headTilt: 5, upperA: 10, elbowA: 58, upperO: 22, elbowO: 96, fistA: 0.5, fistO: 0.5, smile: 0.5 },
    { hipX: 0, hipY: -1, lean: 0, headY: -2, upperA: 14, elbowA: 76, upperO: 14, elbowO: 76, fistA: 0.5, fistO: 0.5, smile: 0.5 },
  ),
  release: 0.6,
  seconds: 3,
};
