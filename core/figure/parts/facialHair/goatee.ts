import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { FacialHair } from '../part.ts';
import { lowerFace } from './beardKit.ts';

/** A small beard on the chin alone. */
export const goatee: FacialHair = {
  id: 'goatee',
  slot: 'facialHair',
  name: 'Chin beard',
  words: ['goatee', 'small'],
  colours: ['hair'],
  under(model, yaw, mouth) {
    const s = new Sketch('beard');
    const f = lowerFace(model, yaw, mouth);
    const low = 50 - f.mouthY + model.p.chin * 0.6 + model.features.head.drop + f.drop;
    const top = Math.max(7, mouth.lower + 3);
    return s.shaded(
      'hair',
      f.bend(
        pen()
          .move(-5, top)
          .cubic(-2, top - 1.5, 2, top - 1.5, 5, top)
          .cubic(11, top + 3, 12.5, low - 3, 8, low + 3)
          .cubic(4, low + 8.5, -4, low + 8.5, -8, low + 3)
          .cubic(-12.5, low - 3, -11, top + 3, -5, top)
          .close()
          .done(),
      ),
      model.hair,
      [-2, -1.5],
    ).nodes;
  },
};
