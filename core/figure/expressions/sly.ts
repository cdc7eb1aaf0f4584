import type { Expression } from './expression.ts';

export const sly: Expression = {
  id: 'sly',
  name: 'Sly',
  words: ['cunning', 'teasing', 'wink'],
  face: { browInL: 2.5, browOutL: -1, browInR: -3, browOutR: -5, lid: 0.22, lidLower: 0.3, gazeX: 0.5, smile: 0.55, headTilt: 4 },
};
