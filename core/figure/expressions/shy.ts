import { brows, type Expression } from './expression.ts';

export const shy: Expression = {
  id: 'shy',
  name: 'Shy',
  words: ['bashful', 'embarrassed'],
  face: { ...brows(-3.5, 1), lid: 0.2, gazeX: -0.6, gazeY: 0.5, smile: 0.4, headTilt: -5, headPitch: 0.16 },
};
