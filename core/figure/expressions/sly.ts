import type { Expression } from './expression.ts';

export const sly: Expression = {
  id: 'sly',
  name: 'Sly',
  words: ['cunning', 'teasing', 'wink'],
  face: { browInL: 3.4, browOutL: -0.6, browInR: -3.4, browOutR: -6, lid: 0.3, lidLower: 0.42, gazeX: 0.8, smile: 0.25, skew: 1, headTilt: 6, headPitch: 0.12, headTurn: -0.08 },
};
