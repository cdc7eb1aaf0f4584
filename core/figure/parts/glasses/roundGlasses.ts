import { ellipse } from '../../../draw/path.ts';
import type { HeadPart } from '../part.ts';
import { drawGlasses } from './glassesKit.ts';

/** Round wire glasses. */
export const roundGlasses: HeadPart = {
  id: 'round-glasses',
  slot: 'glasses',
  name: 'Round glasses',
  colours: ['metal'],
  front: (model, yaw) => drawGlasses(model, yaw, { width: 12.5, height: 12, shape: (x, y, rx, ry) => ellipse(x, y, rx, ry), glass: '#ffffff', clear: 0.16, rim: 2.2 }),
};
