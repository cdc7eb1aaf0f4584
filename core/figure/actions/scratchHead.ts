import type { Action, ActionPose } from './action.ts';
import { atHead, onHip, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(1),
  ...atHead('A', 68, -2, -136, { pole: 1, hook: 1 }),
  ...onHip('O'),
  headTilt: -7,
  headPitch: 0.08,
  gazeX: -0.5,
  gazeY: -0.5,
  browInL: 3,
  browInR: -4,
  browOutR: -4,
  crease: 0.4,
  skew: -0.7,
  smile: -0.4,
  narrow: 0.2,
};

/** Fingers in the hair, puzzled. */
export const scratchHead: Action = {
  id: 'scratch-head',
  name: 'Scratch the head',
  group: 'feel',
  words: ['puzzled', 'confused', 'scratch', 'wonder', 'hmm'],
  moods: ['thoughtful'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.46, POSE, { ...POSE, ...atHead('A', 62, -10, -146, { pole: 1, hook: 1 }), headTilt: -6 }),
  release: 0.6,
  seconds: 1.5,
};
