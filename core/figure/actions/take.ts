import type { Action, ActionPose } from './action.ts';
import { arm, brows, weightOn } from './limbs.ts';
import { held, phased } from './phases.ts';

const REACHED: ActionPose = {
  hipX: 6,
  hipTilt: -4,
  spine: -3,
  ...arm('A', 54, 72, 84, { open: 0.8 }),
  ...arm('O', 22, -20, -10),
  lean: 6,
  bodyTurn: 0.18,
  headPitch: 0.06,
  ...brows(-2),
};
const HELD: ActionPose = {
  ...weightOn(0.6),
  ...arm('A', 18, -72, -70, { fore: 0.3, grip: 1 }),
  ...arm('O', 20, -14, -6),
  headPitch: 0.18,
  headTilt: 3,
  gazeY: 0.5,
  bodyTurn: 0.04,
  smile: 0.35,
  ...brows(-2.4),
};

/** Takes what is handed over, and holds it. */
export const take: Action = {
  id: 'take',
  name: 'Take',
  group: 'work',
  words: ['take', 'receive', 'thank you', 'accept', 'get'],
  moods: ['warm'],
  handed: true,
  holds: 'parcel',
  keys: [...phased(REACHED), { at: 0.45, pose: { ...REACHED, openA: 0, gripA: 1 } }, { at: 0.95, pose: HELD }],
  cycle: held(HELD),
  release: 0.6,
  seconds: 2,
};
