import { brows, type Expression } from './expression.ts';

/** Eyes squeezed shut, teeth together. */
export const inPain: Expression = {
  id: 'in-pain',
  name: 'In pain',
  words: ['pain', 'ouch', 'hurt', 'ow'],
  face: {
    ...brows(7, -1),
    crease: 1,
    lid: 0.4,
    blink: 1,
    lidLower: 1,
    bare: 1,
    smile: -0.7,
    narrow: -0.2,
    skew: 0.4,
    headTilt: 9,
    headTurn: 0.1,
    headPitch: 0.1,
    liftR: 9,
    shoulderLift: 4,
    bow: 8,
  },
};
