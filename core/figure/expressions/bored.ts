import { brows, type Expression } from './expression.ts';

/** Eyes rolled up under half lids. */
export const bored: Expression = {
  id: 'bored',
  name: 'Bored',
  words: ['bored', 'dull', 'whatever'],
  face: { ...brows(-1, 0.6), lid: 0.46, gazeX: 0.3, gazeY: -0.9, smile: -0.6, skew: 0.35, headTilt: 11, headPitch: 0, shoulderLift: -6, spine: 5 },
};
