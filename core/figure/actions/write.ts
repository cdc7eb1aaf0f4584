import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.6),
  bow: 6,
  ...atTrunk('A', 0.2, 0.5, -84, { fore: 0.3, pinch: 0.4, grip: 0.6, over: 1 }),
  ...arm('O', 24, -78, -30, { fore: 0.35, grip: 0.9 }),
  headPitch: 0.34,
  headTilt: 5,
  headY: 4,
  gazeY: 0.6,
  gazeX: -0.2,
  ...brows(1),
  tuck: 0.3,
};

/** One hand writes on what the other holds. */
export const write: Action = {
  id: 'write',
  name: 'Write',
  group: 'work',
  words: ['write', 'note', 'sign', 'draw'],
  moods: ['calm'],
  handed: true,
  holds: 'pencil',
  other: 'letter',
  keys: phased(POSE),
  cycle: swing(0.5, POSE, { ...POSE, ...atTrunk('A', 0.3, 0.52, -92, { fore: 0.3, pinch: 0.4, grip: 0.6, over: 1 }) }),
  release: 0.6,
  seconds: 2,
};
