import { Tailor } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A long loose robe with wide sleeves. */
export const longRobe: Garment = {
  id: 'long-robe',
  slot: 'onePiece',
  name: 'Long robe',
  words: ['abaya', 'thobe', 'judge', 'graduate', 'wizard'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  cuff: 'accent',
  sleeve: [6, 7, 9],
  grow: 6,
  clips: true,
  hem: ({ p }) => ({ y: p.torso + (p.thigh + p.shin) * 1.0, out: 22 }),
  details(frame) {
    const c = new Tailor(frame, 'robe');
    c.line('close', frame.model.colour('accent'), 4, [0, 10, 0, 320]);
    return c.line('folds', frame.model.seam('primary'), 2.6, [-22, 120, -28, 200, -34, 310], [22, 124, 28, 200, 36, 308]).s.nodes;
  },
  collar: (frame) =>
    new Tailor(frame, 'robeCollar').shaded('stand', frame.model.tone('primary'), [-2, -1.5], [-18, -15, -20, -2, 0, 9, 20, -2, 18, -15], [10, -8, 0, -3, -10, -8, -18, -15]).s
      .nodes,
};
