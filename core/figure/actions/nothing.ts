import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const APART: ActionPose = {
  ...weightOn(0.5),
  ...arm('A', 34, 58, 62, { flat: 1, palm: -1 }),
  ...arm('O', 30, 54, 58, { flat: 1, palm: -1 }),
  headTilt: -3,
  headTurn: -0.04,
  ...brows(1.6, 0),
  smile: -0.6,
  press: 0.3,
  lid: 0.2,
};

/** Flat hands wipe everything away. */
export const nothing: Action = {
  id: 'nothing',
  name: 'Nothing at all',
  group: 'talk',
  words: ['nothing', 'none', 'finished', 'clean', 'empty'],
  moods: ['firm'],
  handed: false,
  keys: phased(APART, {
    prepare: 0.6,
    wind: { ...atTrunk('A', -0.1, 0.66, -92, { fore: 0.3, flat: 1, over: 1 }), ...atTrunk('O', -0.06, 0.7, -92, { fore: 0.3, flat: 1 }), headTurn: 0.04 },
  }),
  cycle: held(APART),
  release: 0.5,
  seconds: 1.1,
};
