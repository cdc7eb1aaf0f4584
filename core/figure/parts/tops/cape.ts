import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A cape thrown back over the shoulders: a costume. */
export const cape: Garment = {
  id: 'cape',
  slot: 'outer',
  name: 'Cape',
  words: ['hero', 'costume', 'magic', 'cloak'],
  colours: ['outer', 'accent'],
  cloth: 'outer',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 7,
  open: [20, 46],
  hem: ({ p }) => ({ y: p.torso * 2.2, out: 30 }),
  collar(frame) {
    const c = new Tailor(frame, 'cape');
    c.shaded(
      'shoulders',
      frame.model.tone('outer'),
      [-3, -2.5],
      [-24, -16, -50 * c.k, -2, -60 * c.k, 20],
      [-34 * c.k, 16, -14, 8, 0, 12, 14, 8, 34 * c.k, 16, 60 * c.k, 20],
      [50 * c.k, -2, 24, -16],
      [12, -8, 0, -3, -12, -8, -24, -16],
    );
    return c.buttons(0, [9], frame.model.tone('accent'), 5.5).s.nodes;
  },
};
