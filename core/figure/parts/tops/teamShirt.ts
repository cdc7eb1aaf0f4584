import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A team's shirt with a broad stripe and a number's place. */
export const teamShirt: Garment = {
  id: 'team-shirt',
  slot: 'top',
  name: 'Team shirt',
  words: ['football', 'sport', 'player', 'jersey'],
  colours: ['primary', 'secondary'],
  cloth: 'primary',
  cuff: 'secondary',
  sleeve: [5, 6, 4],
  sleeveLength: 0.42,
  grow: 4,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.2, out: 1 }),
  details: (frame) => new Tailor(frame, 'team').band('stripe', frame.model.colour('secondary'), 46, 24, 3).neckline('v', frame.model.colour('secondary')).s.nodes,
};
