import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows } from './limbs.ts';
import { swing } from './phases.ts';

const UP: ActionPose = {
  hipY: -1,
  ...arm('A', 18, -156, -166, { edge: 1, fore: 0.15, over: 1 }),
  ...atTrunk('O', 0.06, 0.72, -94, { fore: 0.2, open: 1 }),
  headPitch: -0.16,
  chest: 0.6,
  ...brows(-3),
};
const DOWN: ActionPose = {
  hipY: 3,
  ...atTrunk('A', 0.34, 0.6, -90, { fore: 0.15, edge: 1, over: 1 }),
  ...atTrunk('O', 0.06, 0.72, -94, { fore: 0.2, open: 1 }),
  headPitch: 0.26,
  headY: 3,
  lean: 4,
  shoulderTilt: 3,
  ...brows(2.4, 0),
  press: 0.3,
};

/** The hand falls on the word. */
export const beat: Action = {
  id: 'beat',
  name: 'Stress a point',
  group: 'talk',
  words: ['stress', 'emphasise', 'important', 'beat', 'must'],
  moods: ['firm'],
  handed: true,
  keys: [
    { at: -0.46, pose: {} },
    { at: -0.16, pose: UP, ease: 'out' },
    { at: 0, pose: DOWN, ease: 'in' },
    { at: 0.14, pose: { ...DOWN, headPitch: 0.16, hipY: 1.6 }, ease: 'both' },
  ],
  cycle: swing(1.5, DOWN, { ...DOWN, ...UP, ...arm('A', 16, -134, -146, { edge: 1, fore: 0.15, over: 1 }), onTrunkA: 0, trunkXA: 0, trunkYA: 0 }),
  release: 0.45,
  seconds: 0.9,
};
