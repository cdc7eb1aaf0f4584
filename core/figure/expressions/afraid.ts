import { brows, type Expression } from './expression.ts';

/** Stretched mouth, shoulders at the ears. */
export const afraid: Expression = {
  id: 'afraid',
  name: 'Afraid',
  words: ['fear', 'scared', 'panic'],
  face: { ...brows(-7.6, 2), eyeScale: 0.15, smile: -0.95, bare: 0.95, narrow: -0.3, forehead: 0.5, shoulderLift: 9, headY: 4, headPitch: 0.04, lean: -4, bow: 5 },
};
