import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.5),
  ...atHead('A', 26, 46, -158, { near: 0.55, back: 1, palm: -1 }),
  ...arm('O', 16, -4, -2),
  headPitch: 0.42,
  headTilt: 7,
  headY: 8,
  lean: 3,
  bow: 14,
  lid: 1,
  ...brows(3, 2),
  smile: -1,
  shoulderLift: -6,
};

/** How could this happen. */
export const facepalm: Action = {
  id: 'facepalm',
  name: 'Hand over the eyes',
  group: 'feel',
  words: ['facepalm', 'oh no', 'embarrassed', 'silly', 'ashamed'],
  moods: ['low', 'playful'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.7,
  seconds: 1.4,
};
