import { ellipse } from '../../../draw/path.ts';
import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A medal on a ribbon. */
export const medal: Extra = {
  id: 'medal',
  name: 'Medal',
  words: ['winner', 'sport', 'gold'],
  colours: ['accent', 'accent2'],
  neck: (frame) => {
    const c = new Tailor(frame, 'medal');
    c.line('ribbon', frame.model.colour('accent2'), 5, [-20, -8, 0, 62], [20, -8, 0, 62]);
    const [x, y] = c.at(0, 70);
    c.s.shaded('disc', ellipse(x, y, 11), frame.model.tone('accent'), [-2, -1.6]);
    c.s.line('rim', ellipse(x, y, 7), frame.model.seam('accent'), 1.6);
    return c.s.nodes;
  },
};
