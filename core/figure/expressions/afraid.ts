import { brows, type Expression } from './expression.ts';

export const afraid: Expression = {
  id: 'afraid',
  name: 'Afraid',
  words: ['fear', 'scared', 'panic'],
  face: { ...brows(-7, 2), eyeScale: 0.1, smile: -0.7, press: 0.2, shoulderLift: 5, lean: -1.5 },
};
