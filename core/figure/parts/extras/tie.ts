import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A tie. */
export const tie: Extra = {
  id: 'tie',
  name: 'Tie',
  words: ['office', 'formal', 'suit'],
  colours: ['accent'],
  excludes: ['bow-tie'],
  neck: (frame) => {
    const c = new Tailor(frame, 'tie');
    const tone = frame.model.tone('accent');
    return c
      .shaded('blade', tone, [-2, -1.5], [-4, 12], [4, 12], [9, 74], [0, 84], [-9, 74], [-4, 12])
      .shaded('knot', tone, [-1.4, -1.2], [-6.5, 3], [6.5, 3], [4.5, 14], [-4.5, 14], [-6.5, 3]).s.nodes;
  },
};
