import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A buttoned waistcoat. */
export const waistcoat: Garment = {
  id: 'waistcoat',
  slot: 'top',
  name: 'Waistcoat',
  words: ['vest', 'suit', 'formal', 'waiter'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 3.6,
  hem: ({ p }) => ({ y: p.torso * 1.1, out: -2 }),
  details(frame) {
    const c = new Tailor(frame, 'waistcoat');
    const under = frame.model.character.parts.under ? frame.model.tone('under') : frame.model.skinTone;
    const seam = frame.model.seam('primary');
    c.fill('front', under.base, [-17, -14, 0, -18, 17, -14], [16, 2, 2, 56], [-16, 2], [-17, -14]);
    c.line('edge', seam, 3, [-18, -8, 2, 56, 18, -8]).line('close', seam, 2, [3, 56, 3, 120]);
    return c.buttons(-1, [64, 80, 96, 112], frame.model.tone('accent'), 3).line('pockets', seam, 2.6, [-34 * c.k, 92, -17 * c.k, 95], [19 * c.k, 95, 35 * c.k, 92]).s.nodes;
  },
};
