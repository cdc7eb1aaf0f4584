import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows, weightOn } from './limbs.ts';
import { held } from './phases.ts';

const LIPS: ActionPose = {
  ...weightOn(0.8),
  ...atHead('A', 18, 92, -172, { near: 0.5, flat: 1, palm: -1 }),
  ...arm('O', 18, -14, -8),
  headTilt: 3,
  narrow: 0.9,
  press: 0.4,
  lid: 0.9,
  liftR: 4,
};
const BLOWN: ActionPose = {
  hipX: 4,
  shoulderTilt: 3,
  ...arm('A', 58, 96, 110, { open: 1 }),
  ...arm('O', 24, -22, -10),
  headTilt: -3,
  lean: 5,
  smile: 0.5,
  narrow: 0.3,
  cheek: 0.4,
  ...brows(-2.6),
};

/** Fingers to the lips, then away. */
export const blowKiss: Action = {
  id: 'blow-kiss',
  name: 'Blow a kiss',
  group: 'feel',
  words: ['kiss', 'thank', 'love', 'goodbye'],
  moods: ['warm', 'playful'],
  handed: true,
  keys: [
    { at: -0.5, pose: {} },
    { at: -0.18, pose: LIPS, ease: 'out' },
    { at: 0, pose: { ...LIPS, headPitch: 0.06 }, ease: 'both' },
    { at: 0.4, pose: BLOWN, ease: 'out' },
    { at: 0.62, pose: { ...BLOWN, lean: 4 }, ease: 'both' },
  ],
  cycle: held(BLOWN),
  release: 0.6,
  seconds: 1.3,
};
