import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A jumper with a band of zigzags over the chest. */
export const patternJumper: Garment = {
  id: 'pattern-jumper',
  slot: 'top',
  name: 'Patterned jumper',
  words: ['sweater', 'winter', 'nordic', 'zigzag'],
  colours: ['primary', 'secondary', 'accent'],
  cloth: 'primary',
  cuff: 'secondary',
  sleeve: [5, 4.8, 5],
  grow: 5,
  clips: true,
  hem: ({ p }) => ({ y: p.torso * 1.2, out: 0 }),
  details(frame) {
    const c = new Tailor(frame, 'jumper');
    c.band('band', frame.model.colour('secondary'), 42, 26, 4);
    const zig: number[] = [];
    for (let n = -6; n <= 6; n++) zig.push(n * 11, (n % 2 ? 50 : 62) + 3);
    return c.line('zig', frame.model.colour('accent'), 3, zig).rib(frame.model.p.torso * 1.09, frame.model.seam('primary')).s.nodes;
  },
  collar: (frame) =>
    new Tailor(frame, 'jumperCollar').shaded(
      'band',
      toned(frame.model.tone('secondary'), -0.03),
      [-2.5, -1.5],
      [-21, -13, -17, 2, 0, 11, 17, 2, 21, -13],
      [14, -16, 11, -6, 0, 1, -11, -6, -14, -16, -21, -13],
    ).s.nodes,
};
