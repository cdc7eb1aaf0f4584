import type { Action, ActionPose } from './action.ts';
import { arm, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = { ...weightOn(1), ...arm('A', 70, 176, 186, { five: 1 }), ...arm('O', 20, -10, -8), headTilt: 5, smile: 0.4, ...brows(-2.6), lidLower: 0.2 };

/** A friendly wave beside the head. */
export const wave: Action = {
  id: 'wave',
  name: 'Wave',
  group: 'talk',
  words: ['wave', 'hello', 'hi', 'goodbye', 'bye', 'greet'],
  moods: ['warm'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.52, POSE, { ...POSE, ...arm('A', 66, 146, 136, { five: 1 }), headTilt: 4 }),
  release: 0.6,
  seconds: 1.4,
};
