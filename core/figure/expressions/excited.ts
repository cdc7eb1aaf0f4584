import { brows, type Expression } from './expression.ts';

/** Wide eyes and a wide open smile. */
export const excited: Expression = {
  id: 'excited',
  name: 'Excited',
  words: ['excited', 'thrilled', 'cannot wait', 'eager'],
  face: { ...brows(-7, -6.4), eyeScale: 0.14, jaw: 0.72, narrow: -0.3, smile: 1, cheek: 0.6, flush: 0.3, shoulderLift: 7, headPitch: -0.06, lean: 4 },
};
