import { brows, type Expression } from './expression.ts';

export const sad: Expression = {
  id: 'sad',
  name: 'Sad',
  words: ['sad', 'sorry', 'unhappy', 'down'],
  face: { ...brows(-6, 3.5), lid: 0.3, gazeY: 0.5, smile: -0.9, headPitch: 0.2, shoulderLift: -2 },
};
