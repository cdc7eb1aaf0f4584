import { pen } from '../../../draw/path.ts';
import type { HeadPart } from '../part.ts';
import { drawGlasses } from './glassesKit.ts';

/** Half-moon glasses, low on the nose. */
export const readingGlasses: HeadPart = {
  id: 'reading-glasses',
  slot: 'glasses',
  name: 'Reading glasses',
  words: ['half moon', 'low', 'librarian'],
  colours: ['metal'],
  front: (model, yaw) =>
    drawGlasses(model, yaw, {
      width: 12,
      height: 7,
      drop: 8,
      glass: '#ffffff',
      clear: 0.2,
      rim: 2,
      shape: (x, y, rx, ry) =>
        pen()
          .move(x - rx, y - ry * 0.6)
          .line(x + rx, y - ry * 0.6)
          .cubic(x + rx, y + ry * 0.9, x + rx * 0.5, y + ry, x, y + ry)
          .cubic(x - rx * 0.5, y + ry, x - rx, y + ry * 0.9, x - rx, y - ry * 0.6)
          .close()
          .done(),
    }),
};
