import { brows, type Expression } from './expression.ts';

/** Chest out, chin up, lids low. */
export const proud: Expression = {
  id: 'proud',
  name: 'Proud',
  words: ['satisfied', 'pleased', 'smug'],
  face: { ...brows(-2.4, -3.4), lid: 0.54, lidLower: 0.25, smile: 0.4, headPitch: -0.55, headTilt: -3, chest: 1.6, shoulderLift: 2, lean: -2.4 },
};
