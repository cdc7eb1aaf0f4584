import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: -30, elbowA: -134, wristA: -34, flatA: 1, lean: 4, headTilt: 5, headTurn: 0.08, lid: 0.12, nearA: 0.8 };

/** A hand beside the mouth, leaning over. */
export const whisper: Action = {
  id: 'whisper',
  name: 'Whisper',
  group: 'talk',
  words: ['whisper', 'secret', 'psst', 'between us'],
  moods: ['playful', 'calm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.6,
};
