import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 40, elbowA: 106, wristA: -14, flatA: 1, lean: -2.4, headPitch: 0.08, bodyTurn: 0.06, browInL: 3, browInR: 3, browOutL: -1, browOutR: -1 };

/** A flat hand held out: no further. */
export const stopHand: Action = {
  id: 'stop',
  name: 'Stop',
  group: 'talk',
  words: ['stop', 'halt', 'wait', 'no', 'enough'],
  moods: ['firm'],
  handed: true,
  keys: phased(POSE, { prepare: 0.34 }),
  cycle: held(POSE),
  release: 0.5,
  seconds: 1.1,
};
