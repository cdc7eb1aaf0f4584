import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A knitted jacket, worn open. */
export const cardigan: Garment = {
  id: 'cardigan',
  slot: 'outer',
  name: 'Cardigan',
  words: ['knitted', 'cosy', 'open'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [5, 4.8, 5],
  grow: 5.5,
  open: [12, 19],
  hem: ({ p }) => ({ y: p.torso * 1.3, out: 1 }),
  details(frame) {
    const c = new Tailor(frame, 'cardigan');
    const seam = frame.model.seam('outer');
    c.line('edges', seam, 2.4, [-17, -10, -20, 60, -25, 160], [17, -10, 20, 60, 25, 160]);
    return c.buttons(21, [62, 88, 114, 138], { base: '#f1e4cb', shadow: seam }, 2.8).line('pockets', seam, 2.4, [-44 * c.k, 116, -28 * c.k, 118], [30 * c.k, 118, 46 * c.k, 116]).s
      .nodes;
  },
};
