import { brows, type Expression } from './expression.ts';

export const surprised: Expression = {
  id: 'surprised',
  name: 'Surprised',
  words: ['surprised', 'wow', 'what', 'amazed'],
  face: { ...brows(-8, -6.8), eyeScale: 0.15, jaw: 0.62, narrow: 0.5, smile: -0.25, forehead: 0.6, headPitch: -0.1, lean: -2.4, shoulderLift: 4 },
};
