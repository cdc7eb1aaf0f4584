import { brows, type Expression } from './expression.ts';

export const laughing: Expression = {
  id: 'laughing',
  name: 'Laughing',
  words: ['laugh', 'joy', 'delighted', 'ha'],
  face: { ...brows(-3.5, -3), lidLower: 0.6, cheek: 1, smile: 0.9, happyClosed: 1, jaw: 0.85, headPitch: -0.24, headTilt: 5, shoulderLift: 4, lean: -2.4 },
};
