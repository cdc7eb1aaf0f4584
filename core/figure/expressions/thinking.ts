import type { Expression } from './expression.ts';

/** One brow higher than the other, eyes up and away. */
export const thinking: Expression = {
  id: 'thinking',
  name: 'Thinking',
  words: ['thinking', 'hmm', 'remembering'],
  face: { browInL: -2, browInR: -5, browOutL: -1, browOutR: -6, gazeX: 0.65, gazeY: -0.75, smile: -0.35, narrow: 0.35, skew: 0.5, headTilt: 5, headPitch: -0.08 },
};
