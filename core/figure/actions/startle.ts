import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  upperA: 26,
  elbowA: 112,
  wristA: -10,
  openA: 1,
  upperO: 20,
  elbowO: 104,
  wristO: -10,
  openO: 1,
  lean: -7,
  headY: -4,
  hipX: -4,
  shoulderLift: 9,
  eyeScale: 0.14,
  headPitch: -0.1,
  browInL: -7,
  browInR: -7,
  browOutL: -6,
  browOutR: -6,
};

/** Jumps back, hands up. */
export const startle: Action = {
  id: 'startle',
  name: 'Startle',
  group: 'feel',
  words: ['startle', 'shock', 'scare', 'surprise', 'eek'],
  moods: ['eager', 'low'],
  handed: false,
  keys: phased(POSE, { prepare: 0.2, settle: 0.22, over: 1.16 }),
  cycle: held(POSE),
  release: 0.7,
  seconds: 1,
};
