import type { Action, ActionPose } from './action.ts';
import { arm, brows, weightOn } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  ...weightOn(0.6),
  ...arm('A', 30, 84, 86, { open: 1, fore: 0.2 }),
  ...arm('O', 26, 78, 80, { open: 0.9, fore: 0.25 }),
  lean: 2,
  bow: 4,
  headTilt: 4,
  ...brows(-2.4),
  smile: 0.1,
};

/** Both palms held out with a thought on them. */
export const openHands: Action = {
  id: 'open-hands',
  name: 'Offer a thought',
  group: 'talk',
  words: ['so', 'therefore', 'offer', 'suggest', 'open hands', 'because'],
  moods: ['calm', 'warm'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(
    2.2,
    POSE,
    { ...POSE, ...arm('A', 34, 92, 96, { open: 1, fore: 0.2 }), ...arm('O', 30, 86, 90, { open: 0.9, fore: 0.25 }), headTilt: 1 },
    { ...POSE, ...arm('A', 26, 74, 78, { open: 1, fore: 0.2 }), hipY: 1.4, headPitch: 0.08 },
  ),
  release: 0.55,
  seconds: 1.4,
};
