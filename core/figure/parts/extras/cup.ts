import { toolInHand } from '../extraKit.ts';
import type { Extra } from '../part.ts';

/** A cup in the right hand of the picture. */
export const cup: Extra = {
  id: 'cup',
  name: 'Cup',
  words: ['coffee', 'tea', 'drink'],
  colours: ['accent'],
  excludes: ['clipboard'],
  hand: (frame) => (frame.side === 'R' ? toolInHand(frame, 'cup', 'held') : undefined),
};
