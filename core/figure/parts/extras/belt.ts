import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A belt with a buckle. */
export const belt: Extra = {
  id: 'belt',
  name: 'Belt',
  words: ['leather', 'buckle'],
  colours: ['shoes', 'accent'],
  excludes: ['tool-belt'],
  torso: (frame) => {
    const c = new Tailor(frame, 'belt');
    const y = c.t * 0.94;
    const w = frame.halfAt(y) - 1;
    return c
      .shaded('belt', frame.model.tone('shoes'), [-2, -1.2], [-w, y, 0, y + 6, w, y], [w, y + 8], [w, y + 8, 0, y + 14, -w, y + 8], [-w, y])
      .shaded('buckle', frame.model.tone('accent'), [-1, -1], [-6, y + 4], [6, y + 4], [6, y + 13], [-6, y + 13], [-6, y + 4]).s.nodes;
  },
};
