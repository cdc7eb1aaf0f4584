import { brows, type Expression } from './expression.ts';

/** Brows on the eyes, bared teeth. */
export const angry: Expression = {
  id: 'angry',
  name: 'Angry',
  words: ['furious', 'rage', 'mad'],
  face: { ...brows(8.4, -2.6), crease: 1, lid: 0.16, lidInner: 0.36, lidLower: 0.3, smile: -1, bare: 1, narrow: -0.12, headPitch: 0.18, shoulderLift: 8, lean: 2.4 },
};
