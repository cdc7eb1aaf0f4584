import { brows, type Expression } from './expression.ts';

export const proud: Expression = {
  id: 'proud',
  name: 'Proud',
  words: ['satisfied', 'pleased', 'smug'],
  face: { ...brows(-1.5, -2.5), lid: 0.24, lidLower: 0.2, smile: 0.6, headPitch: -0.2 },
};
