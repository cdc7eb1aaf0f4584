import type { Action } from './action.ts';

/** Shoulders loosen, a nod, at ease again. */
export const relax: Action = {
  id: 'relax',
  name: 'Breathe out',
  group: 'feel',
  words: ['relax', 'calm', 'phew', 'relief', 'breathe'],
  moods: ['calm', 'warm'],
  handed: true,
  keys: [
    { at: -0.5, pose: {} },
    { at: -0.2, pose: { upperA: -40, elbowA: -118, wristA: 10, flatA: 0.7, shoulderLift: 6, chest: 0.7, lid: 0.2, nearA: 0.8 }, ease: 'out' },
    { at: 0, pose: { upperA: -30, elbowA: -120, wristA: 24, flatA: 0.7, shoulderLift: 5, chest: 0.6, lid: 0.4, headTilt: 3, nearA: 0.8 }, ease: 'both' },
    { at: 0.5, pose: { upperA: 4, elbowA: 10, shoulderLift: -4, chest: -0.2, headPitch: 0.12, lid: 0.25, headTilt: 4, smile: 0.4 }, ease: 'both' },
  ],
  release: 0.7,
  seconds: 1.3,
};
