import type { Expression } from './expression.ts';

/** Wrinkled nose, raised lip, turned away. */
export const disgusted: Expression = {
  id: 'disgusted',
  name: 'Disgusted',
  words: ['yuck', 'dislike', 'ew'],
  face: { browInL: 5.4, browInR: 4, browOutL: -0.6, browOutR: -1.6, lid: 0.24, lidLower: 0.8, sneer: 1, smile: -0.9, headTurn: -0.2, headTilt: -6, headPitch: -0.12, lean: -5 },
};
