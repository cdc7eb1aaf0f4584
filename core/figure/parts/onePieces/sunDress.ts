import { ellipse } from '../../../draw/path.ts';
import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A summer dress on straps with dots. */
export const sunDress: Garment = {
  id: 'sun-dress',
  slot: 'onePiece',
  name: 'Summer dress',
  words: ['straps', 'dots', 'sleeveless'],
  colours: ['primary', 'secondary'],
  cloth: 'primary',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 3,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.78, out: 26 }),
  details(frame) {
    const c = new Tailor(frame, 'sunDress');
    for (let row = 0; row < 8; row++)
      for (let n = -4; n <= 4; n++) {
        const [x, y] = c.at((n * 16 + (row % 2) * 8) * c.k, 34 + row * 24);
        c.s.fill(`dot${row}.${n}`, ellipse(x, y, 2.6), frame.model.colour('secondary'));
      }
    return c.neckline('square', frame.model.seam('primary')).s.nodes;
  },
};
