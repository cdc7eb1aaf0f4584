import { ellipse } from '../../../draw/path.ts';
import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A string of pearls. */
export const necklace: Extra = {
  id: 'necklace',
  name: 'Pearls',
  words: ['jewellery', 'elegant'],
  neck: (frame) => {
    const c = new Tailor(frame, 'pearls');
    for (let n = 0; n < 11; n++) {
      const u = (n / 10) * 2 - 1;
      const [x, y] = c.at(u * 20, 18 - u * u * 24);
      c.s.shaded(`pearl${n}`, ellipse(x, y, 3), { base: '#f6f1e8', shadow: '#cfc6c8' }, [-0.8, -0.7]);
    }
    return c.s.nodes;
  },
};
