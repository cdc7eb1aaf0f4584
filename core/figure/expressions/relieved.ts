import { brows, type Expression } from './expression.ts';

/** Lets out a breath, eyes closed. */
export const relieved: Expression = {
  id: 'relieved',
  name: 'Relieved',
  words: ['relieved', 'phew', 'at last'],
  face: { ...brows(-4.4, 1.2), blink: 0.94, jaw: 0.2, narrow: 0.42, smile: 0.35, headTilt: 6, headPitch: -0.2, shoulderLift: -7, chest: -0.6 },
};
