import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const CROSSED: ActionPose = {
  hipX: -4,
  ...atTrunk('A', -0.16, 0.42, -144, { near: 0.2, flat: 1, over: 1 }),
  ...atTrunk('O', -0.16, 0.44, -144, { near: 0.2, flat: 1 }),
  lean: -5,
  headTurn: -0.2,
  headTilt: -4,
  lid: 0.9,
  ...brows(3.4, 0),
  smile: -1,
  press: 0.4,
  liftL: 4,
  liftR: 4,
};
const WIDE: ActionPose = {
  hipX: -4,
  ...arm('A', 52, 112, 130, { flat: 1 }),
  ...arm('O', 48, 108, 126, { flat: 1 }),
  lean: -6,
  headTurn: 0.16,
  headTilt: 3,
  lid: 0.9,
  ...brows(3.4, 0),
  smile: -1,
  press: 0.4,
};

/** Both palms wave it away. */
export const refuse: Action = {
  id: 'refuse',
  name: 'Refuse',
  group: 'talk',
  words: ['refuse', 'no thanks', 'reject', 'not me', 'decline'],
  moods: ['firm'],
  handed: false,
  keys: phased(CROSSED, { prepare: 0.42 }),
  cycle: swing(1.3, CROSSED, { ...CROSSED, headTurn: 0 }, WIDE, { ...WIDE, headTurn: 0.06 }),
  release: 0.55,
  seconds: 1.4,
};
