import type { Action, ActionPose } from './action.ts';
import { atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const MET: ActionPose = {
  ...weightOn(0.6),
  ...atTrunk('A', 0.2, 0.5, -152, { near: 0.25, fore: 0.25, edge: 1, over: 1 }),
  ...atTrunk('O', 0.16, 0.53, -150, { near: 0.25, fore: 0.25, flat: 1, palm: -1 }),
  headTilt: 4,
  lean: 2,
  smile: 0.6,
  cheek: 0.6,
  lidLower: 0.3,
  ...brows(-3),
};
const APART: ActionPose = {
  ...MET,
  ...atTrunk('A', 0.72, 0.44, -168, { near: 0.25, fore: 0.25, edge: 1, over: 1 }),
  ...atTrunk('O', 0.66, 0.5, -166, { near: 0.25, fore: 0.25, flat: 1, palm: -1 }),
  headTilt: 3,
  headY: -2,
  lean: 1,
  liftL: 3,
  liftR: 3,
};

/** Hands meet before the chest. */
export const clap: Action = {
  id: 'clap',
  name: 'Clap',
  group: 'feel',
  words: ['clap', 'applause', 'bravo', 'well done'],
  moods: ['warm', 'eager'],
  handed: false,
  keys: phased(MET, { prepare: 0.85, wind: APART }),
  cycle: swing(0.36, MET, APART),
  release: 0.5,
  seconds: 1.4,
};
