import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 20, elbowA: 132, wristA: 6, pointA: 0.75, openA: 0.25, headTilt: 6, smile: 0.4, hipX: -3 };

/** A cheerful sign with the hand. */
export const peace: Action = {
  id: 'peace',
  name: 'Two fingers',
  group: 'talk',
  words: ['peace', 'victory', 'photo', 'hello'],
  moods: ['playful', 'warm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
