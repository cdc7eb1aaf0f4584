import { brows, type Expression } from './expression.ts';

/** Leans in, eyes wide. */
export const curious: Expression = {
  id: 'curious',
  name: 'Curious',
  words: ['curious', 'interested', 'tell me more'],
  face: { ...brows(-4.6, -4), eyeScale: 0.08, jaw: 0.12, smile: 0.1, narrow: 0.3, headTilt: 7, headPitch: 0.06, headX: 7, headY: 4, lean: 6 },
};
