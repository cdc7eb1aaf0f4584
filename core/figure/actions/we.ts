import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const OWN: ActionPose = {
  hipX: -3,
  ...atTrunk('A', 0.66, 0.46, -100, { near: 0.2, fore: 0.3, open: 0.8, palm: -1 }),
  ...arm('O', 18, -12, -6),
  headTilt: 4,
  smile: 0.25,
  ...brows(-2),
};
const OTHER: ActionPose = {
  ...OWN,
  hipX: 4,
  ...arm('A', 44, 84, 90, { open: 0.9, fore: 0.15 }),
  onTrunkA: 0,
  trunkXA: 0,
  trunkYA: 0,
  aimA: 0,
  lean: 3,
  headTilt: 2,
  bodyTurn: 0.06,
};

/** A hand goes to and fro between oneself and the other. */
export const we: Action = {
  id: 'we',
  name: 'You and I',
  group: 'point',
  words: ['we', 'us', 'both of us', 'together'],
  moods: ['warm'],
  handed: true,
  keys: phased(OWN),
  cycle: swing(1.3, OWN, OTHER, { ...OTHER, headTilt: 3 }),
  release: 0.55,
  seconds: 1.5,
};
