import { stepped } from '../../../draw/colour.ts';
import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A heavy chequered shirt. */
export const checkShirt: Garment = {
  id: 'check-shirt',
  slot: 'top',
  name: 'Chequered shirt',
  words: ['flannel', 'lumberjack', 'farmer', 'plaid'],
  colours: ['primary', 'secondary'],
  cloth: 'primary',
  sleeve: [4.2, 4, 4],
  grow: 4,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.22, out: 1 }),
  details(frame) {
    const c = new Tailor(frame, 'check');
    const light = stepped(frame.model.colour('primary'), 0.09);
    for (const [n, y] of [18, 46, 74, 102, 130].entries()) c.band(`row${n}`, light, y, 6, 3);
    for (const [n, x] of [-48, -24, 24, 48].entries()) c.line(`column${n}`, frame.model.seam('primary'), 5, [x * c.k, -10, x * c.k, 150]);
    c.line('placket', frame.model.seam('primary'), 2.4, [4, 8, 4, 150]);
    return c.buttons(0, [26, 52, 78, 104, 130], { base: '#f4eee0', shadow: '#b9ab96' }, 2.6).chestPocket(26 * c.k, 40, frame.model.seam('primary'), 10, 16).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'checkCollar');
    c.fill('neck', frame.model.character.parts.under ? frame.model.tone('under').base : frame.model.skin.shadow, [-10, -12, 0, -2, 10, -12], [0, 16], [-10, -12]);
    return c.shirtCollar(frame.model.tone('primary'), 1, 24).s.nodes;
  },
};
