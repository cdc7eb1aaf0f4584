import { brows, type Expression } from './expression.ts';

export const calm: Expression = {
  id: 'calm',
  name: 'Calm',
  words: ['calm', 'serene', 'at peace', 'neutral'],
  face: { ...brows(0.4, 1), lid: 0.44, lidLower: 0.1, smile: 0.2, shoulderLift: -4, headPitch: 0.02, chest: 0.2 },
};
