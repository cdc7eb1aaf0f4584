import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.8),
  ...arm('A', 42, 112, 100, { open: 1 }),
  ...atTrunk('O', 0.24, 0.66, -95, { fore: 0.35, edge: 0.6 }),
  lean: 3,
  bodyTurn: 0.08,
  headTilt: 3,
  ...brows(-2, -2.4),
  smile: 0.1,
};

/** Talks with the hands: an open palm that opens and turns with each thought. */
export const explain: Action = {
  id: 'explain',
  name: 'Talk with hands',
  group: 'talk',
  words: ['explain', 'talk', 'tell', 'open hand', 'present'],
  moods: ['calm'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(
    1.9,
    POSE,
    { ...POSE, ...arm('A', 50, 96, 84, { open: 1 }), ...weightOn(1), lean: 4, headTilt: 0.6 },
    { ...POSE, ...arm('A', 34, 128, 122, { open: 0.9 }), ...weightOn(0.5), headTilt: 4.4, headPitch: 0.08 },
  ),
  release: 0.55,
  seconds: 1.6,
};
