import { brows, type Expression } from './expression.ts';

export const warm: Expression = {
  id: 'warm',
  name: 'Warm',
  words: ['warm', 'kind', 'friendly', 'smile', 'happy'],
  face: { ...brows(-1, -1.8), lidLower: 0.38, cheek: 0.85, smile: 0.85, headTilt: 6, lean: 1 },
};
