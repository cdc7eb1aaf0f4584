import type { Action, ActionPose } from './action.ts';
import { arm, brows, onHip, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { ...weightOn(1.1), ...arm('A', 46, 168, 176, { two: 1 }), ...onHip('O'), headTilt: 9, lean: -2, smile: 0.7, cheek: 0.7, lidLower: 0.3, ...brows(-3.4) };

/** A cheerful sign with the hand. */
export const peace: Action = {
  id: 'peace',
  name: 'Two fingers',
  group: 'talk',
  words: ['peace', 'victory', 'photo', 'hello'],
  moods: ['playful', 'warm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
