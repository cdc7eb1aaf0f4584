import type { Action } from './action.ts';

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
    { at: -0.3, pose: { upperA: 70, elbowA: 70, upperO: 60, elbowO: 80, fistA: 0.8, fistO: 0.8, lid: 0.3 }, ease: 'both' },
    { at: 0, pose: { upperA: 134, elbowA: 50, upperO: 112, elbowO: 92, fistA: 0.9, fistO: 0.9, headPitch: -0.34, lean: -4, chest: 1, lid: 0.85, shoulderLift: 5 }, ease: 'both' },
    {
      at: 0.9,
      pose: { upperA: 142, elbowA: 40, upperO: 118, elbowO: 88, fistA: 0.9, fistO: 0.9, headPitch: -0.36, headTilt: 4, lean: -4.6, chest: 1, lid: 0.9, shoulderLift: 5 },
      ease: 'both',
    },
  ],
  release: 0.8,
  seconds: 2.4,
};
