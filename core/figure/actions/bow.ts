import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk } from './limbs.ts';
import { phased } from './phases.ts';

const POSE: ActionPose = {
  bow: 36,
  lean: 30,
  bodyTurn: 0.4,
  hipX: -16,
  headTurn: -0.06,
  headPitch: 0.62,
  headY: 10,
  headX: 4,
  ...atTrunk('A', 0.1, 0.96, -96, { fore: 0.2, edge: 0.7, over: 1 }),
  ...arm('O', 26, -30, -30, { near: 0.3, fore: 0.4, behind: 1 }),
  lid: 1,
  smile: 0.2,
};

/** A bow from the hips, eyes down. */
export const bow: Action = {
  id: 'bow',
  name: 'Bow',
  group: 'talk',
  words: ['bow', 'greet', 'thank', 'welcome', 'formal'],
  moods: ['warm'],
  handed: false,
  keys: phased(POSE, { prepare: 0.52, over: 1.03 }),
  release: 0.7,
  seconds: 1,
};
