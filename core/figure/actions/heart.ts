import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.7),
  ...atTrunk('A', 0.42, 0.46, -126, { near: 0.2, fore: 0.1, back: 1 }),
  ...arm('O', 16, -8, -4),
  headTilt: 7,
  headPitch: 0.24,
  lid: 0.9,
  ...brows(-3.6, 0.6),
  smile: 0.35,
  lean: 2,
  bow: 6,
};

/** A flat hand on the chest, a small bow of the head. */
export const heart: Action = {
  id: 'heart',
  name: 'Hand on heart',
  group: 'feel',
  words: ['promise', 'thank', 'sorry', 'sincere', 'touched', 'heart'],
  moods: ['warm', 'low'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.6,
  seconds: 1.4,
};
