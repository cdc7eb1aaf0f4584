import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A leather jacket with a slanting zip. */
export const leatherJacket: Garment = {
  id: 'leather-jacket',
  slot: 'outer',
  name: 'Leather jacket',
  words: ['biker', 'cool', 'zip'],
  colours: ['outer', 'metal'],
  cloth: 'outer',
  sleeve: [5, 4.6, 4.4],
  grow: 5,
  open: [13, 8],
  hem: ({ p }) => ({ y: p.torso * 1.1, out: -1 }),
  details(frame) {
    const c = new Tailor(frame, 'leather');
    const zip = '#c9ccd2';
    c.line('zip', zip, 2.4, [20, 36, 12, 122]).line('pocketZips', zip, 2, [-36 * c.k, 88, -24 * c.k, 104], [38 * c.k, 88, 28 * c.k, 104]);
    return c.line('belt', frame.model.seam('outer'), 2.2, [-40 * c.k, 118, -14, 124], [14, 124, 40 * c.k, 118]).s.nodes;
  },
  collar: (frame) => new Tailor(frame, 'leatherLapels').lapels(toned(frame.model.tone('outer'), 0.06), 58, 26).s.nodes,
};
