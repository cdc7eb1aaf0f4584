import type { Action, ActionPose } from './action.ts';
import { atHead, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipY: 8,
  kneeL: 0.2,
  kneeR: 0.2,
  ...atHead('A', 58, 8, -150, { pole: 1, open: 1, palm: -1 }),
  ...atHead('O', 59, 12, -150, { pole: 1, open: 1, palm: -1 }),
  headPitch: 0.12,
  headY: 4,
  liftL: 9,
  liftR: 9,
  bow: 6,
  eyeScale: 0.14,
  jaw: 0.55,
  narrow: 0.2,
  smile: -1,
  ...brows(-7, 1.6),
  forehead: 0.6,
};

/** Both hands to the head. */
export const despair: Action = {
  id: 'despair',
  name: 'Hands on the head',
  group: 'feel',
  words: ['despair', 'oh no', 'disaster', 'panic', 'terrible'],
  moods: ['low'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(1.3, POSE, { ...POSE, headTurn: 0.12, lean: 3, headTilt: 5 }, { ...POSE, headTurn: -0.12, lean: -3, headTilt: -5 }),
  release: 0.65,
  seconds: 1.6,
};
