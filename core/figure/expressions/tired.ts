import { brows, type Expression } from './expression.ts';

/** Heavy lids and bags, a slack jaw. */
export const tired: Expression = {
  id: 'tired',
  name: 'Tired',
  words: ['sleepy', 'exhausted', 'worn out'],
  face: { ...brows(1.4, 3.4), lid: 0.72, bags: 1, gazeY: 0.35, smile: -0.7, jaw: 0.16, narrow: 0.2, headPitch: 0.16, headTilt: 9, shoulderLift: -10, bow: 8 },
};
