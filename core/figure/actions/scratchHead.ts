import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { upperA: 64, elbowA: -208, wristA: -6, openA: 0.3, headTilt: -6, gazeX: -0.3, gazeY: -0.5, browInL: -3, browOutR: -3, press: 0.4 };

/** Fingers in the hair, puzzled. */
export const scratchHead: Action = {
  id: 'scratch-head',
  name: 'Scratch the head',
  group: 'feel',
  words: ['puzzled', 'confused', 'scratch', 'wonder', 'hmm'],
  moods: ['thoughtful'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.5, POSE, { upperA: 65, elbowA: -204, wristA: 8, openA: 0.3, headTilt: -6, gazeX: -0.3, gazeY: -0.5, browInL: -3, browOutR: -3, press: 0.4 }),
  release: 0.6,
  seconds: 1.5,
};
