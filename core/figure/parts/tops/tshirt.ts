import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A plain T-shirt. */
export const tshirt: Garment = {
  id: 'tshirt',
  slot: 'under',
  name: 'T-shirt',
  words: ['tee', 'short sleeves', 'plain'],
  colours: ['under'],
  cloth: 'under',
  sleeve: [3.6, 4, 3],
  sleeveLength: 0.36,
  grow: 2.5,
  hem: ({ p }) => ({ y: p.torso * 1.16, out: 0 }),
  details: (frame) => new Tailor(frame, 'tshirt').neckline('round', frame.model.seam('under')).s.nodes,
};
