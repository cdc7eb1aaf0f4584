import { brows, type Expression } from './expression.ts';

export const worried: Expression = {
  id: 'worried',
  name: 'Worried',
  words: ['worried', 'anxious', 'oh no', 'nervous'],
  face: { ...brows(-6.5, 2.6), lidOuter: 0.1, smile: -0.75, tuck: 1, forehead: 0.9, shoulderLift: 7, headTilt: -4, headPitch: 0.06, lean: -1 },
};
