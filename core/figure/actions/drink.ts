import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows, weightOn } from './limbs.ts';

const SIP: ActionPose = {
  ...weightOn(0.8),
  ...atHead('A', 36, 64, -124, { near: 0.3, grip: 1 }),
  ...arm('O', 16, -14, -8),
  headPitch: -0.2,
  headTilt: 3,
  lid: 0.7,
  narrow: 0.6,
  ...brows(-1.4),
};

/** A cup to the mouth. */
export const drink: Action = {
  id: 'drink',
  name: 'Drink',
  group: 'work',
  words: ['drink', 'cup', 'coffee', 'tea', 'sip'],
  moods: ['calm'],
  handed: true,
  holds: 'cup',
  keys: [
    { at: -0.6, pose: {} },
    { at: -0.3, pose: { ...arm('A', 20, -110, -80, { fore: 0.3, grip: 1 }), headPitch: 0.1 }, ease: 'out' },
    { at: 0, pose: SIP, ease: 'both' },
    { at: 0.7, pose: { ...SIP, headPitch: -0.32, ...atHead('A', 36, 58, -130, { near: 0.3, grip: 1 }) }, ease: 'both' },
  ],
  release: 0.7,
  seconds: 1.6,
};
