import { toolInHand } from '../extraKit.ts';
import type { Extra } from '../part.ts';

/** A walking cane in the left hand of the picture. */
export const cane: Extra = {
  id: 'cane',
  name: 'Walking cane',
  words: ['stick', 'old', 'walk', 'blind'],
  colours: ['metal'],
  excludes: ['umbrella'],
  hand: (frame) => (frame.side === 'L' ? toolInHand(frame, 'cane', 'down') : undefined),
};
