import { brows, type Expression } from './expression.ts';

/** A red face and a crooked show of teeth. */
export const embarrassed: Expression = {
  id: 'embarrassed',
  name: 'Embarrassed',
  words: ['embarrassed', 'oops', 'awkward', 'ashamed'],
  face: { ...brows(-6, -1), flush: 1, gazeX: 0.7, gazeY: 0.3, bare: 0.85, smile: 0.1, narrow: -0.05, headTilt: -6, headPitch: 0.12, shoulderLift: 10, headY: 3 },
};
