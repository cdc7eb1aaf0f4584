import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A fine jersey with a rolled neck. */
export const rollNeck: Garment = {
  id: 'roll-neck',
  slot: 'under',
  name: 'Roll neck',
  words: ['turtleneck', 'jersey', 'warm'],
  colours: ['under'],
  cloth: 'under',
  sleeve: [2.8, 2.4, 2.8],
  grow: 2.5,
  hem: ({ p }) => ({ y: p.torso * 1.16, out: 0 }),
  details: (frame) => new Tailor(frame, 'rollNeck').rib(frame.model.p.torso * 1.08, frame.model.seam('under')).s.nodes,
  collar(frame) {
    const c = new Tailor(frame, 'roll');
    return c
      .shaded('roll', frame.model.tone('under'), [-3.5, -2], [-19, -16, -21, -4, -12, 4, 0, 6, 12, 4, 21, -4, 19, -16], [10, -19, 0, -20, -10, -19, -19, -16])
      .line('fold', frame.model.seam('under'), 2, [-17, -7, 0, 0, 17, -7]).s.nodes;
  },
};
