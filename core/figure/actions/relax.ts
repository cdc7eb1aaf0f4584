import type { Action, ActionPose } from './action.ts';
import { arm, atHead, brows, weightOn } from './limbs.ts';
import { held } from './phases.ts';

const EASED: ActionPose = {
  ...weightOn(0.8),
  ...arm('A', 22, 6, 14, { open: 0.3 }),
  ...arm('O', 24, 2, 8, { open: 0.3 }),
  shoulderLift: -8,
  chest: -0.8,
  headPitch: -0.1,
  headTilt: 7,
  blink: 0.9,
  narrow: 0.5,
  jaw: 0.14,
  smile: 0.4,
  ...brows(-3.6, 1),
};

/** Shoulders loosen, a nod, at ease again. */
export const relax: Action = {
  id: 'relax',
  name: 'Breathe out',
  group: 'feel',
  words: ['relax', 'calm', 'phew', 'relief', 'breathe'],
  moods: ['calm', 'warm'],
  handed: true,
  keys: [
    { at: -1, pose: {} },
    { at: -0.36, pose: { ...atHead('A', 74, -4, -112, { pole: 1, back: 1 }), shoulderLift: 10, chest: 1.6, headTilt: -3, lid: 0.5, ...brows(-4, 1) }, ease: 'out' },
    {
      at: 0,
      pose: { ...atHead('A', 44, -10, -104, { pole: 1, back: 1 }), shoulderLift: 9, chest: 1.4, headTilt: -2, lid: 0.7, jaw: 0.2, narrow: 0.5, ...brows(-4, 1) },
      ease: 'both',
    },
    { at: 0.5, pose: EASED, ease: 'both' },
    { at: 0.8, pose: { ...EASED, headPitch: -0.06 }, ease: 'both' },
  ],
  cycle: held(EASED),
  release: 0.7,
  seconds: 1.6,
};
