import { toolInHand } from '../extraKit.ts';
import type { Extra } from '../part.ts';

/** A closed umbrella in the left hand of the picture. */
export const umbrella: Extra = {
  id: 'umbrella',
  name: 'Umbrella',
  words: ['rain', 'closed'],
  colours: ['accent2', 'metal'],
  excludes: ['cane'],
  hand: (frame) => (frame.side === 'L' ? toolInHand(frame, 'umbrella', 'down') : undefined),
};
