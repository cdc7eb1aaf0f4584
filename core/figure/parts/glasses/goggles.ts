import { roundedRect } from '../../../draw/path.ts';
import type { HeadPart } from '../part.ts';
import { drawGlasses } from './glassesKit.ts';

/** Clear safety goggles. */
export const goggles: HeadPart = {
  id: 'goggles',
  slot: 'glasses',
  name: 'Safety goggles',
  words: ['laboratory', 'workshop', 'science'],
  colours: ['metal'],
  front: (model, yaw) =>
    drawGlasses(model, yaw, { width: 16, height: 13, shape: (x, y, rx, ry) => roundedRect(x - rx, y - ry, rx * 2, ry * 2, 8), glass: '#bfe3ee', clear: 0.28, rim: 3 }),
};
