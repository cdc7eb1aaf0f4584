import { brows, type Expression } from './expression.ts';

export const worried: Expression = {
  id: 'worried',
  name: 'Worried',
  words: ['worried', 'afraid', 'anxious', 'oh no'],
  face: { ...brows(-5.5, 2.5), smile: -0.45, lidOuter: 0.12, shoulderLift: 2, headPitch: 0.08 },
};
