import type { Action } from './action.ts';
import { brows } from './limbs.ts';

/** Nods twice, dying away; the first dip lies on the word. */
export const nod: Action = {
  id: 'nod',
  name: 'Nod',
  group: 'talk',
  words: ['nod', 'yes', 'agree', 'right', 'exactly'],
  moods: ['warm', 'calm'],
  handed: false,
  keys: [
    { at: -0.32, pose: {} },
    { at: -0.2, pose: { headPitch: -0.24, headY: -1.4, chest: 0.3 }, ease: 'out' },
    { at: 0, pose: { headPitch: 0.7, headY: 4, headTilt: 1.6, lid: 0.2, lean: 1.6, shoulderLift: -1.4, smile: 0.25, ...brows(-1.6) }, ease: 'both' },
    { at: 0.2, pose: { headPitch: -0.12, headTilt: 0.5, lean: 0.4, smile: 0.25, ...brows(-2) } },
    { at: 0.4, pose: { headPitch: 0.44, headY: 2, headTilt: 1, lid: 0.12, lean: 1, smile: 0.25 } },
    { at: 0.62, pose: { headTilt: 0.2, smile: 0.2 } },
  ],
  release: 0.3,
  seconds: 0.65,
};
