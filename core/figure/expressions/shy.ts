import { brows, type Expression } from './expression.ts';

export const shy: Expression = {
  id: 'shy',
  name: 'Shy',
  words: ['bashful', 'modest'],
  face: { ...brows(-3.6, 0.6), lid: 0.24, gazeX: -0.7, gazeY: 0.6, flush: 0.8, smile: 0.2, narrow: 0.35, headTilt: -8, headPitch: 0.22, headTurn: -0.12, shoulderLift: 6 },
};
