import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: -6, elbowA: -84, upperO: 38, elbowO: -64, fistO: 0.6, lean: -1.6, hipX: -4, headTilt: -3, lid: 0.2, gazeY: -0.4 };

/** Waits, and shows it. */
export const impatient: Action = {
  id: 'impatient',
  name: 'Tap the foot',
  group: 'feel',
  words: ['impatient', 'wait', 'tap', 'hurry', 'late'],
  moods: ['firm'],
  handed: false,
  standing: true,
  keys: phased(POSE),
  cycle: swing(0.42, POSE, { upperA: -6, elbowA: -84, upperO: 38, elbowO: -64, fistO: 0.6, lean: -1.6, hipX: -4, headTilt: -3, lid: 0.2, gazeY: -0.4, footPitchR: -14 }),
  release: 0.6,
  seconds: 1.8,
};
