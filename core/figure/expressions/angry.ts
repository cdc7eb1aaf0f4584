import { brows, type Expression } from './expression.ts';

export const angry: Expression = {
  id: 'angry',
  name: 'Angry',
  words: ['furious', 'rage', 'mad'],
  face: { ...brows(6, -3), lid: 0.2, lidInner: 0.24, lidLower: 0.3, smile: -0.8, press: 0.7, headPitch: 0.14 },
};
