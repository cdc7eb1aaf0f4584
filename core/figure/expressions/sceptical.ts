import type { Expression } from './expression.ts';

/** One brow high, the head drawn back. */
export const sceptical: Expression = {
  id: 'sceptical',
  name: 'Sceptical',
  words: ['sceptical', 'doubt', 'really', 'suspicious'],
  face: { browInL: 2.6, browOutL: 1.6, browInR: -5, browOutR: -8, lid: 0.34, lidLower: 0.3, smile: -0.7, skew: -0.7, press: 0.3, headTilt: -5, headPitch: -0.2, lean: -3 },
};
