import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A soft robe with a shawl collar and a belt. */
export const bathrobe: Garment = {
  id: 'bathrobe',
  slot: 'outer',
  name: 'Bath robe',
  words: ['morning', 'home', 'sleep', 'spa'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [6.5, 6.5, 7],
  grow: 6,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.86, out: 14 }),
  details(frame) {
    const c = new Tailor(frame, 'robe');
    c.line('wrap', frame.model.seam('outer'), 2.6, [2, 60, 12, 100, 16, 220]);
    c.band('belt', toned(frame.model.tone('outer'), -0.08).base, 90, 11, 3);
    return c.shaded('ends', toned(frame.model.tone('outer'), -0.08), [-1.5, -1], [6, 98, 14, 98], [20, 140], [10, 142], [6, 98]).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'robeCollar');
    const tone = toned(frame.model.tone('outer'), 0.04);
    c.fill('skin', frame.model.skinTone.base, [-14, -14, 0, -18, 14, -14], [2, 44], [-14, -14]);
    c.shaded('right', tone, [-2, -2], [17, -16, 30, 2, 24, 38, 4, 76], [-2, 64, 9, 30, 12, 4, 17, -16]);
    return c.shaded('left', tone, [-2, -2], [-17, -16, -30, 2, -22, 36, 6, 82], [8, 70, -8, 34, -12, 6, -17, -16]).s.nodes;
  },
};
