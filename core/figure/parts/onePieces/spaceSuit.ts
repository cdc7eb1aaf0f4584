import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A space suit with a neck ring and a chest panel: a costume. */
export const spaceSuit: Garment = {
  id: 'space-suit',
  slot: 'onePiece',
  name: 'Space suit',
  words: ['astronaut', 'costume', 'science'],
  colours: ['secondary', 'accent', 'primary'],
  cloth: 'secondary',
  cuff: 'accent',
  sleeve: [8, 7.5, 6.5],
  grow: 8,
  legs: { cloth: 'secondary', length: 1, grow: [7, 7, 9] },
  hem: ({ p }) => ({ y: p.torso * 1.12, out: 2 }),
  details(frame) {
    const c = new Tailor(frame, 'space');
    c.shaded('panel', toned(frame.model.tone('secondary'), -0.1), [-2, -2], [-22, 46], [22, 46], [22, 78], [-22, 78], [-22, 46]);
    c.fill('light1', frame.model.colour('accent'), [-16, 52], [-4, 52], [-4, 60], [-16, 60], [-16, 52]).fill(
      'light2',
      frame.model.colour('primary'),
      [2, 52],
      [16, 52],
      [16, 60],
      [2, 60],
      [2, 52],
    );
    return c
      .line('dials', '#5f6b78', 3, [-14, 69, -8, 69], [-2, 69, 4, 69], [10, 69, 16, 69])
      .line('waist', frame.model.seam('secondary'), 3.4, [-frame.halfAt(96) + 5, 96, 0, 101, frame.halfAt(96) - 5, 96]).s.nodes;
  },
  collar: (frame) =>
    new Tailor(frame, 'ring').shaded('ring', frame.model.tone('accent'), [-2.5, -2], [-29, -14, -30, -2, 0, 14, 30, -2, 29, -14], [18, -7, 0, 1, -18, -7, -29, -14]).s.nodes,
};
