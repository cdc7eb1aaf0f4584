import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A close shirt with long sleeves and a boat neck. */
export const longSleeve: Garment = {
  id: 'long-sleeve',
  slot: 'under',
  name: 'Long-sleeved shirt',
  words: ['striped', 'sailor'],
  colours: ['under', 'accent'],
  cloth: 'under',
  sleeve: [2.4, 2, 2.4],
  grow: 2,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.15, out: 0 }),
  details(frame) {
    const c = new Tailor(frame, 'longSleeve');
    for (let n = 0; n < 7; n++) c.band(`stripe${n}`, frame.model.colour('accent'), 20 + n * 17, 6, 6);
    return c.neckline('boat', frame.model.seam('under')).s.nodes;
  },
};
