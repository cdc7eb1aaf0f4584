import type { Action, ActionPose } from './action.ts';
import { arm, brows } from './limbs.ts';

const WIDE: ActionPose = {
  hipY: -6,
  footPitchL: 10,
  footPitchR: 12,
  spine: 7,
  shoulderTilt: -8,
  ...arm('A', 152, 176, 178, { fist: 0.9 }),
  ...arm('O', 118, 212, 214, { fist: 0.9 }),
  headPitch: -0.34,
  headTilt: 8,
  lean: -5,
  chest: 1.8,
  lid: 1,
  jaw: 0.85,
  narrow: 0.25,
  liftL: 6,
  liftR: 8,
  ...brows(-3, -2),
};

/** Arms up and back, a long yawn. */
export const stretch: Action = {
  id: 'stretch',
  name: 'Stretch',
  group: 'move',
  words: ['stretch', 'yawn', 'tired', 'wake', 'morning'],
  moods: ['low', 'calm'],
  handed: false,
  keys: [
    { at: -0.8, pose: {} },
    { at: -0.3, pose: { ...arm('A', 76, 150, 150, { fist: 0.8 }), ...arm('O', 66, 150, 150, { fist: 0.8 }), lid: 0.5, jaw: 0.4, hipY: 3 }, ease: 'both' },
    { at: 0, pose: { ...WIDE, hipY: -4 }, ease: 'both' },
    { at: 0.9, pose: { ...WIDE, lean: -6, headTilt: 10 }, ease: 'both' },
  ],
  release: 0.8,
  seconds: 2.4,
};
