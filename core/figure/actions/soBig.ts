import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';
import { phased, swing } from './phases.ts';

const POSE: ActionPose = {
  hipX: -2,
  ...arm('A', 62, 118, 172, { edge: 1, fore: 0.1 }),
  ...arm('O', 60, 114, 168, { edge: 1, fore: 0.1 }),
  lean: -1,
  headTilt: 2,
  headPitch: 0.08,
  eyeScale: 0.1,
  ...brows(-5, -4.6),
  jaw: 0.3,
  narrow: 0.4,
};

/** Both hands measure a length between them. */
export const soBig: Action = {
  id: 'so-big',
  name: 'Show a size',
  group: 'talk',
  words: ['big', 'size', 'large', 'length', 'fish'],
  moods: ['eager', 'playful'],
  handed: false,
  keys: phased(POSE),
  cycle: swing(
    1.6,
    POSE,
    { ...POSE, ...arm('A', 72, 116, 168, { edge: 1, fore: 0.1 }), ...arm('O', 70, 112, 164, { edge: 1, fore: 0.1 }), headPitch: 0 },
    { ...POSE, gazeX: 0.4, headTurn: 0.06 },
  ),
  release: 0.55,
  seconds: 1.3,
};
