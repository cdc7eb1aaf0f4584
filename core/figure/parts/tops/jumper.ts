import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A woollen jumper with ribbed edges. */
export const jumper: Garment = {
  id: 'jumper',
  slot: 'top',
  name: 'Jumper',
  words: ['sweater', 'wool', 'warm', 'pullover'],
  colours: ['primary'],
  cloth: 'primary',
  sleeve: [5, 4.8, 5],
  grow: 5,
  hem: ({ p }) => ({ y: p.torso * 1.2, out: 0 }),
  details: (frame) => new Tailor(frame, 'jumper').rib(frame.model.p.torso * 1.09, frame.model.seam('primary')).s.nodes,
  collar(frame) {
    const c = new Tailor(frame, 'jumperCollar');
    return c
      .shaded('band', toned(frame.model.tone('primary'), -0.03), [-2.5, -1.5], [-21, -13, -17, 2, 0, 11, 17, 2, 21, -13], [14, -16, 11, -6, 0, 1, -11, -6, -14, -16, -21, -13])
      .line('ribs', frame.model.seam('primary'), 1.6, [-12, -4, -14, 3], [-5, 2, -6, 9], [5, 2, 6, 9], [12, -4, 14, 3]).s.nodes;
  },
};
