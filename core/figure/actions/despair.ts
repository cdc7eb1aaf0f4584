import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: 70,
  elbowA: -214,
  wristA: -10,
  openA: 0.5,
  upperO: 66,
  elbowO: -210,
  wristO: -10,
  openO: 0.5,
  headPitch: 0.12,
  lean: -2,
  shoulderLift: 5,
  eyeScale: 0.06,
  browInL: -6,
  browInR: -6,
  browOutL: 2,
  browOutR: 2,
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
  cycle: swing(1.2, POSE, {
    upperA: 71,
    elbowA: -214,
    wristA: -8,
    openA: 0.5,
    upperO: 67,
    elbowO: -210,
    wristO: -8,
    openO: 0.5,
    headPitch: 0.16,
    headTurn: 0.07,
    lean: -2,
    shoulderLift: 6,
    eyeScale: 0.06,
    browInL: -6,
    browInR: -6,
    browOutL: 2,
    browOutR: 2,
  }),
  release: 0.65,
  seconds: 1.6,
};
