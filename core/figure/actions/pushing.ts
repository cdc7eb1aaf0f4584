import type { Action, ActionPose } from './action.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  upperA: 44,
  elbowA: 58,
  wristA: -20,
  flatA: 1,
  upperO: -30,
  elbowO: -40,
  wristO: -10,
  flatO: 1,
  lean: 9,
  bodyTurn: 0.16,
  hipX: 3,
  headPitch: 0.1,
  press: 0.8,
  browInL: 4,
  browInR: 4,
  browOutL: -1,
  browOutR: -1,
};

/** Both hands against something heavy. */
export const pushing: Action = {
  id: 'push',
  name: 'Push',
  group: 'move',
  words: ['push', 'heavy', 'door', 'move'],
  moods: ['firm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.9, POSE, {
    upperA: 40,
    elbowA: 66,
    wristA: -24,
    flatA: 1,
    upperO: -28,
    elbowO: -46,
    wristO: -10,
    flatO: 1,
    lean: 10.5,
    bodyTurn: 0.16,
    hipX: 5,
    headPitch: 0.14,
    press: 1,
    browInL: 4,
    browInR: 4,
    browOutL: -1,
    browOutR: -1,
  }),
  release: 0.6,
  seconds: 1.6,
};
