import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A bright vest with reflecting bands. */
export const safetyVest: Garment = {
  id: 'safety-vest',
  slot: 'outer',
  name: 'Safety vest',
  words: ['builder', 'road', 'reflecting', 'work'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 6,
  open: [13, 6],
  hem: ({ p }) => ({ y: p.torso * 1.18, out: 1 }),
  details(frame) {
    const c = new Tailor(frame, 'safety');
    for (const [n, y] of [72, 104].entries()) c.band(`band${n}`, '#e9edf0', y, 11, 4);
    for (const out of [-1, 1]) c.fill(`strap${out}`, '#e9edf0', [out * 27 * c.k, -8], [out * 37 * c.k, -5], [out * 39 * c.k, 72], [out * 29 * c.k, 74], [out * 27 * c.k, -8]);
    return c.s.nodes;
  },
};
