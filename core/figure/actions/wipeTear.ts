import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: -36,
  elbowA: -152,
  wristA: 4,
  fistA: 0.7,
  headPitch: 0.35,
  headTilt: 6,
  lean: 2,
  lid: 0.45,
  shoulderLift: -2,
  smile: -0.5,
  browInL: -5,
  browInR: -5,
  browOutL: 3,
  browOutR: 3,
  nearA: 0.95,
};

/** A knuckle under the eye, head low. */
export const wipeTear: Action = {
  id: 'wipe-tear',
  name: 'Wipe a tear',
  group: 'feel',
  words: ['cry', 'tear', 'sad', 'weep'],
  moods: ['low'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.9, POSE, {
    upperA: -35,
    elbowA: -150,
    wristA: -4,
    fistA: 0.7,
    headPitch: 0.36,
    headTilt: 7,
    headY: 2,
    lean: 2,
    lid: 0.5,
    shoulderLift: 1,
    smile: -0.5,
    browInL: -5,
    browInR: -5,
    browOutL: 3,
    browOutR: 3,
    nearA: 0.95,
  }),
  release: 0.7,
  seconds: 1.8,
};
