import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A work suit from neck to ankle with a zip. */
export const boilerSuit: Garment = {
  id: 'boiler-suit',
  slot: 'onePiece',
  name: 'Boiler suit',
  words: ['mechanic', 'overall', 'work', 'plumber'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [5, 4.6, 4.8],
  grow: 5,
  legs: { cloth: 'primary', length: 1, grow: [4, 3, 8] },
  hem: ({ p }) => ({ y: p.torso * 1.1, out: 1 }),
  details(frame) {
    const c = new Tailor(frame, 'boiler');
    const seam = frame.model.seam('primary');
    c.line('zip', '#c9ccd2', 2.6, [0, 6, 0, 128])
      .chestPocket(-24 * c.k, 42, seam, 11, 16)
      .chestPocket(24 * c.k, 42, seam, 11, 16);
    return c
      .line('waist', seam, 3, [-frame.halfAt(84) + 4, 84, 0, 89, frame.halfAt(84) - 4, 84])
      .fill('patch', frame.model.colour('accent'), [16 * c.k, 30], [32 * c.k, 29], [32 * c.k, 36], [16 * c.k, 37], [16 * c.k, 30]).s.nodes;
  },
  collar: (frame) => new Tailor(frame, 'boilerCollar').shirtCollar(frame.model.tone('primary'), 1.1, 22).s.nodes,
};
