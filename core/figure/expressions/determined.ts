import { brows, type Expression } from './expression.ts';

/** Chin down, both lids level. */
export const determined: Expression = {
  id: 'determined',
  name: 'Determined',
  words: ['determined', 'sure', 'firm', 'serious'],
  face: { ...brows(5.4, 1), crease: 0.35, lid: 0.22, lidLower: 0.55, smile: -0.4, press: 0.9, headPitch: 0.2, chest: 1, shoulderLift: 1 },
};
