import type { Action } from './action.ts';

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
    { at: -0.2, pose: { headPitch: -0.22, headY: -1 }, ease: 'out' },
    { at: 0, pose: { headPitch: 0.62, headY: 3, headTilt: 1.4, lid: 0.16, lean: 0.5 }, ease: 'both' },
    { at: 0.2, pose: { headPitch: -0.1, headY: 0, headTilt: 0.4 } },
    { at: 0.4, pose: { headPitch: 0.36, headY: 1.6, headTilt: 0.9, lid: 0.1 } },
    { at: 0.62, pose: { headPitch: 0, headY: 0, headTilt: 0.2 } },
  ],
  release: 0.3,
  seconds: 0.65,
};
