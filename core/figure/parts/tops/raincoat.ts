import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A closed raincoat with a hood down the back. */
export const raincoat: Garment = {
  id: 'raincoat',
  slot: 'outer',
  name: 'Raincoat',
  words: ['rain', 'hood', 'fisher', 'weather'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [6, 5.6, 6],
  grow: 6.5,
  hem: ({ p }) => ({ y: p.torso * 1.58, out: 13 }),
  details(frame) {
    const c = new Tailor(frame, 'raincoat');
    const seam = frame.model.seam('outer');
    c.line('close', seam, 2.6, [6, 20, 7, 185]);
    for (const out of [-1, 1]) c.line(`pocket${out}`, seam, 2.6, [out * 26 * c.k, 118, out * 50 * c.k, 114, out * 51 * c.k, 124, out * 27 * c.k, 128, out * 26 * c.k, 118]);
    return c.buttons(0, [44, 76, 108, 140], { base: '#f5f1e4', shadow: seam }, 3).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'rainHood');
    return c.shaded(
      'hood',
      toned(frame.model.tone('outer'), -0.03),
      [-4, -2.5],
      [-30, -13, -47, 2, -40, 20, -18, 29, 0, 33, 18, 29, 40, 20, 47, 2, 30, -13],
      [16, -4, 0, 3, -16, -4, -30, -13],
    ).s.nodes;
  },
};
