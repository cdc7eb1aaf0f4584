import { brows, type Expression } from './expression.ts';

export const laughing: Expression = {
  id: 'laughing',
  name: 'Laughing',
  words: ['laugh', 'joy', 'delighted', 'ha'],
  face: { ...brows(-3, -3), lidLower: 0.6, smile: 1, happyClosed: 1, headPitch: -0.15, shoulderLift: 2 },
};
