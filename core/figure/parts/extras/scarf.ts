import { Tailor, toned } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A knitted scarf round the neck, one end over the chest. */
export const scarf: Extra = {
  id: 'scarf',
  name: 'Scarf',
  words: ['winter', 'warm', 'knitted'],
  colours: ['accent2'],
  neck: (frame) => {
    const c = new Tailor(frame, 'scarf');
    const tone = frame.model.tone('accent2');
    const dark = toned(tone, -0.08).base;
    c.shaded('end', tone, [-2.5, -2], [8, 8], [24, 6], [28, 78], [12, 80], [8, 8])
      .line('fringe', tone.shadow, 2, [14, 79, 14, 87], [19, 79, 19, 87], [24, 78, 24, 86])
      .line('stripe', dark, 4, [11, 62, 27, 61]);
    return c
      .shaded('round', tone, [-3.5, -2.5], [-28, -14, -32, 4, -18, 18, 0, 21, 18, 18, 32, 4, 28, -14], [16, -6, 0, 0, -16, -6, -28, -14])
      .line('fold', dark, 2.2, [-24, -2, 0, 13, 25, 0]).s.nodes;
  },
};
