import { brows, type Expression } from './expression.ts';

export const joyful: Expression = {
  id: 'joyful',
  name: 'Joyful',
  words: ['happy', 'glad', 'delighted'],
  face: { ...brows(-3, -3), lidLower: 0.45, smile: 1, eyeScale: 0.04, headPitch: -0.06 },
};
