import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A suit jacket over what is worn below. */
export const blazer: Garment = {
  id: 'blazer',
  slot: 'outer',
  name: 'Suit jacket',
  words: ['blazer', 'office', 'business', 'formal'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [5, 4.2, 4],
  grow: 5,
  open: [12, 9],
  hem: ({ p }) => ({ y: p.torso * 1.36, out: 3 }),
  details(frame) {
    const c = new Tailor(frame, 'blazer');
    const seam = frame.model.seam('outer');
    return c.line('pockets', seam, 3, [-46 * c.k, 116, -25 * c.k, 119], [27 * c.k, 119, 47 * c.k, 116]).line('breast', seam, 2.4, [22 * c.k, 52, 36 * c.k, 49]).s.nodes;
  },
  collar: (frame) => new Tailor(frame, 'lapels').lapels(toned(frame.model.tone('outer'), 0.035), 74, 22).s.nodes,
};
