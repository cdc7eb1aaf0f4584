import { brows, type Expression } from './expression.ts';

export const warm: Expression = {
  id: 'warm',
  name: 'Warm',
  words: ['warm', 'kind', 'friendly', 'smile', 'happy'],
  face: { ...brows(-1, -1.5), lidLower: 0.35, smile: 0.9, headTilt: 1.5 },
};
