import { brows, type Expression } from './expression.ts';

export const tired: Expression = {
  id: 'tired',
  name: 'Tired',
  words: ['sleepy', 'bored', 'exhausted'],
  face: { ...brows(-1.5, 2), lid: 0.52, gazeY: 0.3, smile: -0.2, headPitch: 0.16, shoulderLift: -3 },
};
