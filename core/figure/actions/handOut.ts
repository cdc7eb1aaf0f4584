import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { held, phased } from './phases.ts';

const POSE: ActionPose = {
  hipX: 7,
  hipTilt: -4,
  spine: -3,
  shoulderTilt: 2,
  ...arm('A', 52, 76, 82, { fore: 0.2, edge: 0.5, open: 0.5 }),
  ...arm('O', 20, -16, -8),
  lean: 6,
  bodyTurn: 0.2,
  headTilt: 4,
  headTurn: 0.06,
  smile: 0.4,
  ...brows(-2),
};

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
