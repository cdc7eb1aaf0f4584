import { Tailor, toned } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** An apron with a bib and a pocket. */
export const apron: Extra = {
  id: 'apron',
  name: 'Apron',
  words: ['baker', 'cook', 'waiter', 'gardener', 'painter'],
  colours: ['accent2'],
  torso: (frame) => {
    const c = new Tailor(frame, 'apron');
    const tone = frame.model.tone('accent2');
    const k = c.k;
    const hem = c.t * 1.72;
    c.line('neck', tone.base, 5, [-19 * k, 32, -16, -10], [19 * k, 32, 16, -10]);
    c.shaded(
      'cloth',
      tone,
      [-4, -2.4],
      [-22 * k, 30, 0, 33, 22 * k, 30],
      [24 * k, 66, 42 * k, 82],
      [47 * k, 120, 46 * k, hem],
      [0, hem + 6, -46 * k, hem],
      [-47 * k, 120, -42 * k, 82],
      [-24 * k, 66, -22 * k, 30],
    );
    return c
      .line('pocket', toned(tone, -0.1).base, 2.4, [-22 * k, 112, -22 * k, 138, 0, 142, 22 * k, 138, 22 * k, 112, -22 * k, 112])
      .line('tie', tone.shadow, 3, [-44 * k, 84, 0, 89, 44 * k, 84]).s.nodes;
  },
};
