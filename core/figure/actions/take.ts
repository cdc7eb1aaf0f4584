import type { Action, ActionPose } from './action.ts';
import { held, phased } from './phases.ts';

const REACHED: ActionPose = { upperA: 34, elbowA: 30, wristA: -12, openA: 0.3, gripA: 0.1, lean: 3.4, bodyTurn: 0.08, headPitch: 0.06 };
const HELD: ActionPose = { upperA: 8, elbowA: -78, wristA: 4, gripA: 1, headPitch: 0.1, gazeY: 0.3, bodyTurn: 0.04 };

/** Takes what is handed over, and holds it. */
export const take: Action = {
  id: 'take',
  name: 'Take',
  group: 'work',
  words: ['take', 'receive', 'thank you', 'accept', 'get'],
  moods: ['warm'],
  handed: true,
  holds: 'parcel',
  keys: [...phased(REACHED), { at: 0.45, pose: { ...REACHED, gripA: 1 } }, { at: 0.95, pose: HELD }],
  cycle: held(HELD),
  release: 0.6,
  seconds: 2,
};
