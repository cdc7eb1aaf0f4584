import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: -8,
  hipTilt: 5,
  spine: 5,
  shoulderTilt: -5,
  ...arm('A', 70, 88, 96, { open: 1 }),
  ...atTrunk('O', 0.2, 0.7, -95, { fore: 0.35, edge: 0.5 }),
  bodyTurn: 0.16,
  headTurn: 0.1,
  gazeX: 0.5,
  lean: -3,
  headTilt: 4,
  smile: 0.35,
  ...brows(-3),
};

/** An arm sweeps out to show what is there. */
export const present: Action = {
  id: 'present',
  name: 'Present',
  group: 'point',
  words: ['present', 'show', 'introduce', 'look at this', 'welcome'],
  moods: ['eager', 'warm'],
  handed: true,
  keys: phased(POSE, { prepare: 0.5, wind: { ...atTrunk('A', 0.1, 0.62, -95, { fore: 0.3 }), bodyTurn: -0.05, lean: 1 } }),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.5,
};
