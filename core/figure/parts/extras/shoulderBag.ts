import { Tailor, toned } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A bag on a strap across the chest. */
export const shoulderBag: Extra = {
  id: 'shoulder-bag',
  name: 'Shoulder bag',
  words: ['courier', 'post', 'student', 'satchel'],
  colours: ['shoes'],
  torso: (frame) => {
    const c = new Tailor(frame, 'bag');
    const tone = frame.model.tone('shoes');
    const w = frame.halfAt(c.t);
    c.line('strap', tone.base, 6, [-34 * c.k, -2, w * 0.86, c.t * 1.02]);
    return c
      .shaded('bag', tone, [-3, -2.4], [w * 0.5, c.t * 0.98], [w * 1.22, c.t * 0.96], [w * 1.26, c.t * 1.32, w * 0.52, c.t * 1.36], [w * 0.5, c.t * 0.98])
      .shaded(
        'flap',
        toned(tone, 0.05),
        [-2, -2],
        [w * 0.48, c.t * 0.96],
        [w * 1.24, c.t * 0.94],
        [w * 1.2, c.t * 1.16, w * 0.88, c.t * 1.2, w * 0.52, c.t * 1.17],
        [w * 0.48, c.t * 0.96],
      ).s.nodes;
  },
};
