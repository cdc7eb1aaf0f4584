import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A sleeveless vest. */
export const vest: Garment = {
  id: 'vest',
  slot: 'under',
  name: 'Vest',
  words: ['tank top', 'sleeveless', 'sport'],
  colours: ['under'],
  cloth: 'under',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 1.5,
  hem: ({ p }) => ({ y: p.torso * 1.14, out: 0 }),
  details: (frame) => new Tailor(frame, 'vest').neckline('scoop', frame.model.seam('under')).s.nodes,
};
