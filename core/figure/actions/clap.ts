import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -4, elbowA: -88, wristA: -6, flatA: 1, upperO: -6, elbowO: -84, wristO: -6, flatO: 1, headTilt: 2, smile: 0.4 };

/** Hands meet before the chest. */
export const clap: Action = {
  id: 'clap',
  name: 'Clap',
  group: 'feel',
  words: ['clap', 'applause', 'bravo', 'well done'],
  moods: ['warm', 'eager'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.34, POSE, { upperA: 8, elbowA: -72, wristA: -4, flatA: 1, upperO: 6, elbowO: -68, wristO: -4, flatO: 1, headTilt: 2, headY: -1, smile: 0.4 }),
  release: 0.5,
  seconds: 1.4,
};
