import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A knitted slipover without sleeves, over a shirt. */
export const slipover: Garment = {
  id: 'slipover',
  slot: 'top',
  name: 'Slipover',
  words: ['knitted vest', 'school', 'teacher', 'diamonds'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [0, 0, 0],
  sleeveLength: 0,
  grow: 4,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.16, out: 0 }),
  details(frame) {
    const c = new Tailor(frame, 'slipover');
    for (const [n, x] of [-26, 0, 26].entries())
      for (const [m, y] of [66, 102].entries())
        c.fill(`diamond${n}.${m}`, frame.model.colour('accent'), [x * c.k, y - 14], [(x + 11) * c.k, y], [x * c.k, y + 14], [(x - 11) * c.k, y], [x * c.k, y - 14]);
    const under = frame.model.character.parts.under ? frame.model.tone('under') : frame.model.skinTone;
    return c.neckline('v', frame.model.seam('primary'), under).rib(frame.model.p.torso * 1.08, frame.model.seam('primary')).s.nodes;
  },
};
