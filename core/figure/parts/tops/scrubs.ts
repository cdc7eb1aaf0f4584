import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A hospital tunic with a V-neck and pockets. */
export const scrubs: Garment = {
  id: 'scrubs',
  slot: 'top',
  name: 'Scrubs',
  words: ['doctor', 'nurse', 'hospital', 'dentist'],
  colours: ['primary'],
  cloth: 'primary',
  sleeve: [5, 6, 5],
  sleeveLength: 0.42,
  grow: 4.5,
  hem: ({ p }) => ({ y: p.torso * 1.28, out: 2 }),
  details(frame) {
    const c = new Tailor(frame, 'scrubs');
    const seam = frame.model.seam('primary');
    const under = frame.model.character.parts.under ? frame.model.tone('under') : frame.model.skinTone;
    return c
      .neckline('v', seam, under)
      .chestPocket(24 * c.k, 46, seam, 10, 16)
      .line(
        'pockets',
        seam,
        2.4,
        [-40 * c.k, 108, -38 * c.k, 134, -14 * c.k, 136, -13 * c.k, 110, -40 * c.k, 108],
        [40 * c.k, 108, 38 * c.k, 134, 14 * c.k, 136, 13 * c.k, 110, 40 * c.k, 108],
      ).s.nodes;
  },
};
