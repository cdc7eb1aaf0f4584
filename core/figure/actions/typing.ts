import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  bow: 8,
  ...arm('A', 40, -34, -34, { fore: 0.5, back: 0.5 }),
  ...arm('O', 42, -30, -30, { fore: 0.5, back: 0.5 }),
  headPitch: 0.3,
  headY: 4,
  gazeY: 0.55,
  ...brows(0.6),
  press: 0.2,
};

/** Both hands at a keyboard. */
export const typing: Action = {
  id: 'type',
  name: 'Type',
  group: 'work',
  words: ['type', 'computer', 'write', 'work', 'keyboard'],
  moods: ['calm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(0.3, POSE, { ...POSE, ...arm('A', 40, -38, -30, { fore: 0.5, back: 0.3 }), ...arm('O', 42, -26, -36, { fore: 0.5, back: 0.7 }), headPitch: 0.31 }),
  release: 0.55,
  seconds: 2,
};
