import type { Expression } from './expression.ts';

/** One brow down, eyes aside. */
export const annoyed: Expression = {
  id: 'annoyed',
  name: 'Annoyed',
  words: ['annoyed', 'cross', 'grumpy', 'irritated'],
  face: { browInL: 5, browOutL: 1.4, browInR: -1.6, browOutR: -3, lid: 0.36, lidLower: 0.2, gazeX: 0.95, narrow: 0.4, smile: -0.85, press: 0.3, headTurn: -0.18, headTilt: -3 },
};
