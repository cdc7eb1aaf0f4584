import type { Expression } from './expression.ts';

export const disgusted: Expression = {
  id: 'disgusted',
  name: 'Disgusted',
  words: ['yuck', 'dislike'],
  face: { browInL: 4.5, browInR: 3, browOutL: -1, browOutR: -2, lid: 0.26, lidLower: 0.5, smile: -0.75, headTilt: -4, lean: -2 },
};
