import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = { upperA: 34, elbowA: 48, wristA: -14, flatA: 0.9, lean: 3, bodyTurn: 0.08, hipX: 2, headTilt: 2 };

/** An open hand held out to the other. */
export const handOut: Action = {
  id: 'hand-out',
  name: 'Offer a hand',
  group: 'point',
  words: ['handshake', 'greet', 'meet', 'offer', 'help'],
  moods: ['warm'],
  handed: true,
  keys: phased(POSE),
  cycle: held(POSE),
  release: 0.55,
  seconds: 1.3,
};
