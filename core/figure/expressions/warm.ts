import { brows, type Expression } from './expression.ts';

export const warm: Expression = {
  id: 'warm',
  name: 'Warm',
  words: ['warm', 'kind', 'friendly', 'smile', 'happy'],
  face: { ...brows(-1, -1.8), lidLower: 0.38, cheek: 0.45, smile: 0.6, headTilt: 5, lean: 1 },
};
