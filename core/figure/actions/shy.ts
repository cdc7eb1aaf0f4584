import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: -10,
  elbowA: -62,
  wristA: 10,
  upperO: -8,
  elbowO: -56,
  wristO: 12,
  headTilt: -6,
  headPitch: 0.3,
  gazeX: -0.5,
  gazeY: 0.4,
  shoulderLift: 5,
  hipX: 3,
};

/** Hands together, looking down and away. */
export const shy: Action = {
  id: 'shy',
  name: 'Be shy',
  group: 'feel',
  words: ['shy', 'bashful', 'embarrassed', 'sweet'],
  moods: ['low', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(1.6, POSE, {
    upperA: -11,
    elbowA: -64,
    wristA: 8,
    upperO: -9,
    elbowO: -58,
    wristO: 10,
    headTilt: -5,
    headPitch: 0.32,
    gazeX: -0.5,
    gazeY: 0.4,
    shoulderLift: 6,
    hipX: -3,
    bodyTurn: 0.06,
  }),
  release: 0.6,
  seconds: 1.8,
};
