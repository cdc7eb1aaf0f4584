import type { Expression } from './expression.ts';

/** One brow higher than the other, eyes up and away. */
export const thinking: Expression = {
  id: 'thinking',
  name: 'Thinking',
  words: ['thinking', 'curious', 'puzzled', 'hmm'],
  face: { browInL: -3, browInR: -5, browOutL: -2, browOutR: -6, gazeX: 0.6, gazeY: -0.7, smile: 0.1, headTilt: 3 },
};
