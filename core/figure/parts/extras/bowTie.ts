import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A bow tie. */
export const bowTie: Extra = {
  id: 'bow-tie',
  name: 'Bow tie',
  words: ['formal', 'waiter', 'party'],
  colours: ['accent'],
  excludes: ['tie'],
  neck: (frame) => {
    const c = new Tailor(frame, 'bowTie');
    const tone = frame.model.tone('accent');
    for (const out of [-1, 1]) c.shaded(`wing${out}`, tone, [-1.5, -1.2], [out * 2, 8], [out * 18, 0, out * 20, 9, out * 18, 18], [out * 2, 11], [out * 2, 8]);
    return c.shaded('knot', tone, [-1, -1], [-4, 5], [4, 5], [4, 14], [-4, 14], [-4, 5]).s.nodes;
  },
};
