import { toolInHand } from '../extraKit.ts';
import type { Extra } from '../part.ts';

/** A clipboard in the right hand of the picture. */
export const clipboard: Extra = {
  id: 'clipboard',
  name: 'Clipboard',
  words: ['doctor', 'office', 'inspector', 'notes'],
  excludes: ['cup'],
  hand: (frame) => (frame.side === 'R' ? toolInHand(frame, 'clipboard', 'held') : undefined),
};
