import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A short denim jacket. */
export const denimJacket: Garment = {
  id: 'denim-jacket',
  slot: 'outer',
  name: 'Denim jacket',
  words: ['jeans', 'casual', 'short'],
  colours: ['outer'],
  cloth: 'outer',
  sleeve: [5, 4.6, 4.6],
  grow: 5,
  open: [12, 15],
  hem: ({ p }) => ({ y: p.torso * 1.06, out: -3 }),
  details(frame) {
    const c = new Tailor(frame, 'denim');
    const stitch = '#d8b27a';
    const w = (y: number): number => frame.halfAt(y) - 3;
    c.line('yoke', stitch, 1.8, [-w(38), 36, -17, 42], [17, 42, w(38), 36]).line('hem', stitch, 1.8, [-w(112), 112, -17, 117], [17, 117, w(112), 112]);
    for (const out of [-1, 1])
      c.line(`flap${out}`, frame.model.seam('outer'), 2.4, [
        out * 22 * c.k,
        48,
        out * 23 * c.k,
        56,
        out * 31 * c.k,
        61,
        out * 40 * c.k,
        55,
        out * 40 * c.k,
        47,
        out * 22 * c.k,
        48,
      ]).line(`dart${out}`, stitch, 1.6, [out * 25 * c.k, 60, out * 22, 112]);
    return c.buttons(19, [58, 84, 108], { base: '#c98a4b', shadow: '#8a5a2c' }, 2.3).s.nodes;
  },
  collar: (frame) => new Tailor(frame, 'denimCollar').shirtCollar(toned(frame.model.tone('outer'), 0.03), 1.25, 25).s.nodes,
};
