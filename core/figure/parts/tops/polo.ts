import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A knitted shirt with a soft collar and short sleeves. */
export const polo: Garment = {
  id: 'polo',
  slot: 'top',
  name: 'Polo shirt',
  words: ['sport', 'short sleeves', 'shop'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  cuff: 'accent',
  sleeve: [4, 4.2, 3.4],
  sleeveLength: 0.38,
  grow: 3,
  hem: ({ p }) => ({ y: p.torso * 1.17, out: 0 }),
  details: (frame) =>
    new Tailor(frame, 'polo')
      .line('placket', frame.model.seam('primary'), 2.2, [-4, 8, -4, 38, 5, 38, 5, 8])
      .buttons(0.5, [20, 31], { base: '#f6f1e6', shadow: frame.model.seam('primary') }, 2).s.nodes,
  collar(frame) {
    const c = new Tailor(frame, 'poloCollar');
    c.fill('neck', frame.model.skin.shadow, [-9, -12, 0, -2, 9, -12], [0, 10], [-9, -12]);
    return c.shirtCollar(frame.model.tone('accent'), 1, 19).s.nodes;
  },
};
