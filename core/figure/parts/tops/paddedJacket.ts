import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A padded winter jacket. */
export const paddedJacket: Garment = {
  id: 'padded-jacket',
  slot: 'outer',
  name: 'Padded jacket',
  words: ['winter', 'warm', 'puffer', 'down'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [8, 7.6, 7],
  grow: 9,
  hem: ({ p }) => ({ y: p.torso * 1.28, out: 3 }),
  details(frame) {
    const c = new Tailor(frame, 'padded');
    const seam = frame.model.seam('outer');
    for (const [n, y] of [32, 56, 80, 104, 128].entries()) {
      const w = frame.halfAt(y) - 4;
      c.line(`row${n}`, seam, 2.4, [-w, y, 0, y + 7, w, y]);
    }
    return c.line('zip', seam, 3, [0, 8, 0, 158]).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'paddedCollar');
    return c
      .shaded('stand', toned(frame.model.tone('outer'), 0.02), [-3, -2], [-24, -20, -26, -4, 0, 11, 26, -4, 24, -20], [16, -12, 0, -4, -16, -12, -24, -20])
      .line('zip', frame.model.seam('outer'), 2.4, [0, -4, 0, 9]).s.nodes;
  },
};
