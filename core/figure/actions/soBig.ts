import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 26, elbowA: 66, wristA: -30, flatA: 1, upperO: 24, elbowO: 62, wristO: -28, flatO: 1, lean: -1, headTilt: 1 };

/** Both hands measure a length between them. */
export const soBig: Action = {
  id: 'so-big',
  name: 'Show a size',
  group: 'talk',
  words: ['big', 'size', 'large', 'length', 'fish'],
  moods: ['eager', 'playful'],
  handed: false,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.3,
};
