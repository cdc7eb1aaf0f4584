import type { Expression } from './expression.ts';

/** Brows against each other, the mouth pulled to one side. */
export const puzzled: Expression = {
  id: 'puzzled',
  name: 'Puzzled',
  words: ['puzzled', 'confused', 'lost', 'what'],
  face: { browInL: 4, browOutL: 2, browInR: -6, browOutR: -5, crease: 0.6, lidLower: 0.18, smile: -0.6, narrow: 0.3, skew: -0.9, headTilt: 10, headPitch: 0.04 },
};
