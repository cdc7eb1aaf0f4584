import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 76, elbowA: 108, wristA: 14, fistA: 1, upperO: 72, elbowO: 104, wristO: 14, fistO: 1, chest: 0.8, lean: -2, headTilt: 2, smile: 0.3 };

/** Arms up and bent: strong. */
export const flex: Action = {
  id: 'flex',
  name: 'Show muscles',
  group: 'feel',
  words: ['strong', 'muscles', 'flex', 'power'],
  moods: ['playful', 'firm'],
  handed: false,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.3,
};
