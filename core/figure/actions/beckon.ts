import type { Action, ActionPose } from './action.ts';
import { arm, brows, onHip } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: 8,
  hipTilt: -5,
  spine: -4,
  shoulderTilt: 5,
  ...arm('A', 64, 124, 150, { hook: 0.4, open: 0.6 }),
  ...onHip('O'),
  lean: 5,
  bodyTurn: 0.12,
  headTilt: 8,
  smile: 0.5,
  ...brows(-4, -4.6),
};

/** Calls somebody closer with the hand. */
export const beckon: Action = {
  id: 'beckon',
  name: 'Beckon',
  group: 'talk',
  words: ['come here', 'beckon', 'call', 'invite'],
  moods: ['warm', 'eager'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(0.62, POSE, { ...POSE, ...arm('A', 60, 140, 196, { hook: 1 }), headTilt: 6, lean: 3.6 }),
  release: 0.5,
  seconds: 1.4,
};
