import { roundedRect } from '../../../draw/path.ts';
import type { HeadPart } from '../part.ts';
import { drawGlasses } from './glassesKit.ts';

/** Square glasses with a strong frame. */
export const squareGlasses: HeadPart = {
  id: 'square-glasses',
  slot: 'glasses',
  name: 'Square glasses',
  words: ['frame', 'thick'],
  colours: ['metal'],
  front: (model, yaw) =>
    drawGlasses(model, yaw, { width: 12.8, height: 10.2, shape: (x, y, rx, ry) => roundedRect(x - rx, y - ry, rx * 2, ry * 2, 4), glass: '#ffffff', clear: 0.16, rim: 3.4 }),
};
