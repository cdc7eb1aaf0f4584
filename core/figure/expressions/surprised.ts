import { brows, type Expression } from './expression.ts';

export const surprised: Expression = {
  id: 'surprised',
  name: 'Surprised',
  words: ['surprised', 'wow', 'what', 'amazed'],
  face: { ...brows(-7, -6.5), eyeScale: 0.12, headPitch: -0.12, lean: -0.8 },
};
