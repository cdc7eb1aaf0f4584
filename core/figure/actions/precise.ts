import type { Action, ActionPose } from './action.ts';
import { arm, atTrunk, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.7),
  ...arm('A', 22, 138, 150, { pinch: 1, fore: 0.25 }),
  ...atTrunk('O', 0.24, 0.68, -95, { fore: 0.35, edge: 0.5 }),
  lean: 3,
  headTilt: 2,
  headPitch: 0.06,
  ...brows(1.4, -1),
  lidLower: 0.15,
};

/** Finger and thumb hold a fine point, and put it down word by word. */
export const precise: Action = {
  id: 'precise',
  name: 'Make it exact',
  group: 'talk',
  words: ['exact', 'precise', 'detail', 'fine point'],
  moods: ['calm', 'firm'],
  handed: true,
  keys: phased(POSE),
  cycle: swing(1.2, POSE, { ...POSE, ...arm('A', 20, 122, 132, { pinch: 1, fore: 0.25 }), headPitch: 0.16, hipY: 1.4 }, { ...POSE, headTilt: 3 }),
  release: 0.5,
  seconds: 1.2,
};
