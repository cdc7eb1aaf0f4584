import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A card on a cord round the neck. */
export const lanyard: Extra = {
  id: 'lanyard',
  name: 'Card on a cord',
  words: ['conference', 'pass', 'visitor', 'staff'],
  colours: ['accent2'],
  neck: (frame) => {
    const c = new Tailor(frame, 'lanyard');
    return c
      .line('cord', frame.model.colour('accent2'), 3, [-19, -8, -1, 64], [19, -8, 1, 64])
      .shaded('card', { base: '#f7f3ea', shadow: '#c9c4bd' }, [-1.2, -1.2], [-12, 64], [12, 64], [12, 94], [-12, 94], [-12, 64])
      .fill('face', '#8fa3b3', [-6, 69], [6, 69], [6, 80], [-6, 80], [-6, 69])
      .line('text', '#5b6672', 1.8, [-8, 85, 8, 85], [-8, 89, 3, 89]).s.nodes;
  },
};
