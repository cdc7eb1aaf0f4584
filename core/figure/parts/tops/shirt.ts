import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A buttoned shirt with a collar. */
export const shirt: Garment = {
  id: 'shirt',
  slot: 'under',
  name: 'Shirt',
  words: ['collar', 'buttons', 'office', 'formal'],
  colours: ['under'],
  cloth: 'under',
  sleeve: [3.4, 3, 3.2],
  grow: 3,
  hem: ({ p }) => ({ y: p.torso * 1.15, out: 0 }),
  details(frame) {
    const c = new Tailor(frame, 'shirt');
    const seam = frame.model.seam('under');
    c.line('placket', seam, 2.2, [3, 12, 3, frame.model.p.torso * 1.12]).chestPocket(20 * c.k, 44, seam, 8, 14);
    return c.buttons(
      0,
      [26, 48, 70, 92, 114].filter((y) => y < frame.model.p.torso * 1.05),
      { base: '#fbf8f2', shadow: seam },
      2.2,
    ).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'shirtCollar');
    c.fill('neck', frame.model.skin.shadow, [-9, -12, 0, -2, 9, -12], [0, 9], [-9, -12]);
    return c.shirtCollar(frame.model.tone('under'), 0.9, 20).s.nodes;
  },
};
