import type { Action, ActionPose } from './action.ts';
import { phased } from './phases.ts';

const POSE: ActionPose = { lean: 11, headPitch: 0.5, headY: 6, upperA: -6, upperO: -6, elbowA: -20, elbowO: -12, lid: 0.25 };

/** A bow from the hips, eyes down. */
export const bow: Action = {
  id: 'bow',
  name: 'Bow',
  group: 'talk',
  words: ['bow', 'greet', 'thank', 'welcome', 'formal'],
  moods: ['warm'],
  handed: false,
  keys: phased(POSE, { prepare: 0.5 }),
  release: 0.6,
  seconds: 1,
};
