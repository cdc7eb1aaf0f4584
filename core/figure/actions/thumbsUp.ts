import type { Action, ActionPose } from './action.ts';
import { arm, brows, onHip, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.9),
  ...arm('A', 34, 100, 94, { thumb: 1, palm: 1, fore: 0.15 }),
  ...onHip('O'),
  headTilt: 6,
  headPitch: 0.06,
  lean: 3,
  smile: 0.6,
  cheek: 0.5,
  lidLower: 0.3,
  ...brows(-3),
};

/** Well done. */
export const thumbsUp: Action = {
  id: 'thumbs-up',
  name: 'Thumb up',
  group: 'talk',
  words: ['good', 'agree', 'yes', 'thumbs up', 'great', 'like'],
  moods: ['warm', 'eager'],
  handed: true,
  keys: phased(POSE, { over: 1.1 }),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
