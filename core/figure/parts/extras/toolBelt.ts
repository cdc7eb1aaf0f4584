import { Tailor } from '../clothKit.ts';
import type { Extra } from '../part.ts';

/** A leather belt with tools. */
export const toolBelt: Extra = {
  id: 'tool-belt',
  name: 'Tool belt',
  words: ['builder', 'electrician', 'carpenter', 'mechanic'],
  excludes: ['belt'],
  torso: (frame) => {
    const c = new Tailor(frame, 'toolBelt');
    const leather = { base: '#8a5a34', shadow: '#643f27' };
    const y = c.t * 0.98;
    const w = frame.halfAt(y) - 1;
    c.shaded('belt', leather, [-2, -1.5], [-w, y, 0, y + 6, w, y], [w, y + 9], [w, y + 9, 0, y + 15, -w, y + 9], [-w, y]);
    c.line('hammer', '#b58a58', 4, [w * 0.72, y + 2, w * 0.74, y + 34]).line('head', '#6f7a86', 7, [w * 0.6, y + 2, w * 0.86, y + 1]);
    c.line('driver', '#d0483a', 5, [-w * 0.5, y - 5, -w * 0.5, y + 4]);
    for (const x of [-0.66, 0.3])
      c.shaded(`bag${x}`, leather, [-2, -1.5], [w * x, y + 7], [w * (x + 0.34), y + 7], [w * (x + 0.32), y + 28, w * (x + 0.02), y + 28], [w * x, y + 7]);
    return c.shaded('buckle', { base: '#d9b45a', shadow: '#a8813a' }, [-1, -1], [-6, y + 3], [6, y + 3], [6, y + 14], [-6, y + 14], [-6, y + 3]).s.nodes;
  },
};
