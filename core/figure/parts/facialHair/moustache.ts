import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { FacialHair } from '../part.ts';
import { lowerFace } from './beardKit.ts';

/** A moustache as wide as the lips under it. */
export const moustache: FacialHair = {
  id: 'moustache',
  slot: 'facialHair',
  name: 'Moustache',
  colours: ['hair'],
  over(model, yaw, mouth, smile) {
    const s = new Sketch('moustache');
    const f = lowerFace(model, yaw, mouth);
    const w = f.lips * 1.12;
    const up = -mouth.upper - smile * mouth.mood * -1.5;
    const c = up - 2.5 * smile * mouth.mood;
    return s.shaded(
      'hair',
      f.bend(
        pen()
          .move(0, up - 6.4)
          .cubic(w * 0.3, up - 9, w * 0.85, up - 6, w * 1.08, c - 0.6)
          .cubic(w * 0.8, c + 0.6, w * 0.3, up + 0.4, 0, up - 1.6)
          .cubic(-w * 0.3, up + 0.4, -w * 0.8, c + 0.6, -w * 1.08, c - 0.6)
          .cubic(-w * 0.85, up - 6, -w * 0.3, up - 9, 0, up - 6.4)
          .close()
          .done(),
      ),
      model.hair,
      [-1.6, -1.4],
    ).nodes;
  },
};
