import type { Action, ActionPose } from './action.ts';
import { atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const RUBBED: ActionPose = {
  ...weightOn(0.6),
  ...atTrunk('A', 0.34, 0.62, -112, { fore: 0.35, flat: 0.9, palm: -1, over: 1 }),
  ...atTrunk('O', 0.16, 0.64, -104, { fore: 0.35, flat: 0.9 }),
  bow: 10,
  lean: 3,
  headPitch: 0.18,
  headTilt: 4,
  liftL: 8,
  liftR: 8,
  headY: 4,
  lidLower: 0.5,
  lid: 0.1,
  smile: 0.6,
  skew: 0.4,
  ...brows(2.4, -3),
};

/** Looking forward to it. */
export const rubHands: Action = {
  id: 'rub-hands',
  name: 'Rub the hands',
  group: 'feel',
  words: ['eager', 'plan', 'cold', 'scheme', 'rub'],
  moods: ['playful', 'eager'],
  handed: false,
  keys: phased(RUBBED),
  cycle: swing(0.34, RUBBED, {
    ...RUBBED,
    ...atTrunk('A', 0.16, 0.64, -104, { fore: 0.35, flat: 0.9, palm: -1, over: 1 }),
    ...atTrunk('O', 0.34, 0.62, -112, { fore: 0.35, flat: 0.9 }),
    liftL: 6,
  }),
  release: 0.55,
  seconds: 1.4,
};
