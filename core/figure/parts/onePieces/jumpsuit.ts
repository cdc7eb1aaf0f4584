import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** An elegant jumpsuit with wide legs. */
export const jumpsuit: Garment = {
  id: 'jumpsuit',
  slot: 'onePiece',
  name: 'Jumpsuit',
  words: ['elegant', 'wide legs', 'singer'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [2.6, 2.4, 2.6],
  sleeveLength: 0.8,
  grow: 2.5,
  legs: { cloth: 'primary', length: 1, grow: [3, 5, 14] },
  hem: ({ p }) => ({ y: p.torso * 1.08, out: 0 }),
  details: (frame) => new Tailor(frame, 'jumpsuit').band('belt', frame.model.colour('accent'), frame.model.p.torso * 0.66, 9, 3).neckline('v', frame.model.seam('primary')).s.nodes,
  clips: true,
};
