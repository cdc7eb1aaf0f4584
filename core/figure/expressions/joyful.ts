import { brows, type Expression } from './expression.ts';

/** Raised cheeks and an open smile. */
export const joyful: Expression = {
  id: 'joyful',
  name: 'Joyful',
  words: ['happy', 'glad', 'delighted', 'joy'],
  face: { ...brows(-5.4, -5), lidLower: 0.85, cheek: 1, smile: 1, jaw: 0.5, narrow: -0.28, headPitch: -0.1, headTilt: 3, shoulderLift: 2, chest: 0.6 },
};
