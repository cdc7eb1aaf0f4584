import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** Dungarees with a bib over a shirt. */
export const dungarees: Garment = {
  id: 'dungarees',
  slot: 'onePiece',
  name: 'Dungarees',
  words: ['overalls', 'bib', 'farmer', 'painter', 'child'],
  colours: ['trousers', 'accent'],
  cloth: 'trousers',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 4.5,
  from: 0.36,
  width: 26,
  legs: { cloth: 'trousers', length: 1, grow: [4, 3, 8] },
  hem: ({ p }) => ({ y: p.torso * 1.12, out: 1 }),
  details(frame) {
    const c = new Tailor(frame, 'dungarees');
    const seam = frame.model.seam('trousers');
    return c
      .line('pocket', seam, 2.4, [-15 * c.k, 60, -15 * c.k, 80, 0, 84, 15 * c.k, 80, 15 * c.k, 60, -15 * c.k, 60])
      .line('waist', seam, 2.4, [-frame.halfAt(86) + 4, 90, 0, 95, frame.halfAt(86) - 4, 90]).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'straps');
    const tone = frame.model.tone('trousers');
    for (const out of [-1, 1])
      c.shaded(`strap${out}`, tone, [-1.4, -1], [out * 24 * c.k, -9], [out * 33 * c.k, -6], [out * 24 * c.k, 52], [out * 15 * c.k, 52], [out * 24 * c.k, -9]);
    return c.buttons(-19.5 * c.k, [50], frame.model.tone('accent'), 3.4).buttons(19.5 * c.k, [50], frame.model.tone('accent'), 3.4).s.nodes;
  },
};
