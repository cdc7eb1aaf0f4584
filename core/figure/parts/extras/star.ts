import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A sheriff's or hero's star. */
export const star: Extra = {
  id: 'star',
  name: 'Star badge',
  words: ['sheriff', 'police', 'hero'],
  colours: ['accent'],
  torso: (frame) => {
    const c = new Tailor(frame, 'star');
    const points = Array.from({ length: 10 }, (_, n): [number, number] => {
      const a = (n / 10) * Math.PI * 2 - Math.PI / 2;
      const r = n % 2 ? 4.6 : 11;
      return [-24 * c.k + Math.cos(a) * r, 46 + Math.sin(a) * r];
    });
    return c.shaded('star', frame.model.tone('accent'), [-1.4, -1.2], ...points, points[0] as [number, number]).s.nodes;
  },
};
