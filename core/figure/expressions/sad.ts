import { brows, type Expression } from './expression.ts';

export const sad: Expression = {
  id: 'sad',
  name: 'Sad',
  words: ['sad', 'sorry', 'unhappy', 'down'],
  face: { ...brows(-7, 3.6), lidOuter: 0.3, lid: 0.26, gazeY: 0.62, smile: -1.3, narrow: 0.28, headPitch: 0.24, headTilt: -8, shoulderLift: -8, bow: 6 },
};
