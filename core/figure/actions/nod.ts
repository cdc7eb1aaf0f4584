import type { Action } from './action.ts';

/** Nods twice, dying away; the acting hand's side leads a little. */
export const nod: Action = {
  id: 'nod',
  name: 'Nod',
  words: ['nod', 'yes', 'agree', 'right', 'exactly'],
  handed: true,
  keys: [
    { at: -0.16, pose: {} },
    { at: -0.04, pose: { headPitch: -0.22, headY: -1 }, ease: 'out' },
    { at: 0.16, pose: { headPitch: 0.62, headY: 3, headTilt: 1.4, lid: 0.16, lean: 0.5 }, ease: 'both' },
    { at: 0.36, pose: { headPitch: -0.1, headY: 0, headTilt: 0.4 } },
    { at: 0.56, pose: { headPitch: 0.36, headY: 1.6, headTilt: 0.9, lid: 0.1 } },
    { at: 0.78, pose: { headPitch: 0, headY: 0, headTilt: 0.2 } },
  ],
  release: 0.3,
  seconds: 0.8,
};
