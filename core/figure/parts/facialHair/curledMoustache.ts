import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { FacialHair } from '../part.ts';
import { lowerFace } from './beardKit.ts';

/** A waxed moustache with curled ends. */
export const curledMoustache: FacialHair = {
  id: 'curled-moustache',
  slot: 'facialHair',
  name: 'Curled moustache',
  words: ['waxed', 'old', 'handlebar'],
  colours: ['hair'],
  over(model, yaw, mouth) {
    const s = new Sketch('moustache');
    const f = lowerFace(model, yaw, mouth);
    const w = f.lips * 1.15;
    const up = -mouth.upper;
    return s.shaded(
      'hair',
      f.bend(
        pen()
          .move(0, up - 6.2)
          .cubic(w * 0.3, up - 8.6, w * 0.8, up - 5.4, w * 1.18, up - 3.4)
          .cubic(w * 1.5, up - 2, w * 1.72, up - 5, w * 1.5, up - 7.4)
          .cubic(w * 1.95, up - 6, w * 1.86, up + 1.6, w * 1.2, up + 0.4)
          .cubic(w * 0.7, up + 0.2, w * 0.3, up + 0.2, 0, up - 1.6)
          .cubic(-w * 0.3, up + 0.2, -w * 0.7, up + 0.2, -w * 1.2, up + 0.4)
          .cubic(-w * 1.86, up + 1.6, -w * 1.95, up - 6, -w * 1.5, up - 7.4)
          .cubic(-w * 1.72, up - 5, -w * 1.5, up - 2, -w * 1.18, up - 3.4)
          .cubic(-w * 0.8, up - 5.4, -w * 0.3, up - 8.6, 0, up - 6.2)
          .close()
          .done(),
      ),
      model.hair,
      [-1.5, -1.2],
    ).nodes;
  },
};
