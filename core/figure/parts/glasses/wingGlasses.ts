import { pen } from '../../../draw/path.ts';
import type { HeadPart } from '../part.ts';
import { drawGlasses } from './glassesKit.ts';

/** Glasses whose outer corners rise. */
export const wingGlasses: HeadPart = {
  id: 'wing-glasses',
  slot: 'glasses',
  name: 'Winged glasses',
  words: ['cat eye', 'retro', 'frame'],
  colours: ['metal'],
  front: (model, yaw) =>
    drawGlasses(model, yaw, {
      width: 12.6,
      height: 10.4,
      glass: '#ffffff',
      clear: 0.16,
      rim: 3,
      shape: (x, y, rx, ry, out) =>
        pen()
          .move(x - out * rx, y - ry * 0.5)
          .cubic(x - out * rx * 0.6, y - ry * 1.05, x + out * rx * 0.5, y - ry * 0.95, x + out * rx * 1.18, y - ry * 1.3)
          .cubic(x + out * rx * 1.1, y + ry * 0.2, x + out * rx * 0.7, y + ry, x, y + ry)
          .cubic(x - out * rx * 0.7, y + ry, x - out * rx * 1.05, y + ry * 0.3, x - out * rx, y - ry * 0.5)
          .close()
          .done(),
    }),
};
