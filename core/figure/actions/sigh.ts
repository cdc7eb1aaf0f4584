import type { Action } from './action.ts';

/** Shoulders rise, and fall further. */
export const sigh: Action = {
  id: 'sigh',
  name: 'Sigh',
  group: 'feel',
  words: ['sigh', 'tired', 'oh well', 'resigned'],
  moods: ['low'],
  handed: false,
  keys: [
    { at: -0.7, pose: {} },
    { at: -0.2, pose: { shoulderLift: 8, chest: 1, headPitch: -0.16, lid: 0.1 }, ease: 'both' },
    { at: 0, pose: { shoulderLift: 8, chest: 0.9, headPitch: -0.14, lid: 0.15 }, ease: 'both' },
    { at: 0.6, pose: { shoulderLift: -6, chest: -0.4, headPitch: 0.3, headY: 4, lean: 2.4, lid: 0.4, upperA: -4, upperO: -4 }, ease: 'out' },
    { at: 0.9, pose: { shoulderLift: -5, chest: -0.3, headPitch: 0.26, headY: 3.4, lean: 2.1, lid: 0.35, upperA: -3, upperO: -3 }, ease: 'both' },
  ],
  release: 0.8,
  seconds: 1.6,
};
