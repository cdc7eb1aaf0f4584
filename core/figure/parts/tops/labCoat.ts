import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A white coat, worn open. */
export const labCoat: Garment = {
  id: 'lab-coat',
  slot: 'outer',
  name: 'White coat',
  words: ['doctor', 'laboratory', 'scientist', 'pharmacist'],
  colours: ['outer'],
  comesIn: { outer: '#f3f2ec' },
  cloth: 'outer',
  sleeve: [5, 4.4, 4.6],
  grow: 5.5,
  open: [11, 20],
  hem: ({ p }) => ({ y: p.torso * 1.82, out: 12 }),
  details(frame) {
    const c = new Tailor(frame, 'labCoat');
    const seam = frame.model.seam('outer');
    return c
      .line(
        'pockets',
        seam,
        2.6,
        [-46 * c.k, 118, -45 * c.k, 150, -22 * c.k, 152, -21 * c.k, 120, -46 * c.k, 118],
        [46 * c.k, 118, 45 * c.k, 150, 24 * c.k, 152, 23 * c.k, 120, 46 * c.k, 118],
      )
      .chestPocket(32 * c.k, 44, seam, 9, 15).s.nodes;
  },
  collar: (frame) => new Tailor(frame, 'labLapels').lapels(frame.model.tone('outer'), 66, 22).s.nodes,
};
