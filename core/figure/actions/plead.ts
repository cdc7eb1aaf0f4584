import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: -12,
  elbowA: -112,
  wristA: -14,
  flatA: 1,
  upperO: -14,
  elbowO: -108,
  wristO: -14,
  flatO: 1,
  headTilt: 5,
  lean: 3,
  shoulderLift: 4,
  browInL: -5.5,
  browInR: -5.5,
  browOutL: 2.5,
  browOutR: 2.5,
  nearA: 0.45,
  nearO: 0.45,
};

/** Palms pressed together. */
export const plead: Action = {
  id: 'plead',
  name: 'Plead',
  words: ['please', 'beg', 'pray', 'plead', 'hope'],
  moods: ['low', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(1, POSE, {
    upperA: -12,
    elbowA: -109,
    wristA: -14,
    flatA: 1,
    upperO: -14,
    elbowO: -105,
    wristO: -14,
    flatO: 1,
    headTilt: 5.5,
    headY: 2,
    lean: 3.6,
    shoulderLift: 4.6,
    browInL: -5.5,
    browInR: -5.5,
    browOutL: 2.5,
    browOutR: 2.5,
    nearA: 0.45,
    nearO: 0.45,
  }),
  release: 0.6,
  seconds: 1.5,
};
