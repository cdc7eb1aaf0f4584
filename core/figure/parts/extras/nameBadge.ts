import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A name badge on the chest. */
export const nameBadge: Extra = {
  id: 'name-badge',
  name: 'Name badge',
  words: ['shop', 'office', 'label'],
  torso: (frame) => {
    const c = new Tailor(frame, 'badge');
    const k = c.k;
    return c
      .shaded('card', { base: '#f7f3ea', shadow: '#c9c4bd' }, [-1, -1], [-34 * k, 42], [-14 * k, 42], [-14 * k, 54], [-34 * k, 54], [-34 * k, 42])
      .line('text', '#5b6672', 1.8, [-31 * k, 46.5, -17 * k, 46.5], [-31 * k, 50.5, -22 * k, 50.5]).s.nodes;
  },
};
