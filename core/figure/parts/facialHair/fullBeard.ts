import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { FacialHair } from '../part.ts';
import { beardPath, besideMouth, lowerFace } from './beardKit.ts';
import { moustache } from './moustache.ts';

/** A full beard from the sideburns down. */
export const fullBeard: FacialHair = {
  id: 'full-beard',
  slot: 'facialHair',
  name: 'Full beard',
  words: ['big', 'thick'],
  colours: ['hair'],
  under(model, yaw, mouth) {
    const s = new Sketch('beard');
    const f = lowerFace(model, yaw, mouth);
    // Locks are seen from the front; turned away they would leave the beard.
    const locks = Math.round(0.6 * Math.max(0, 1 - Math.abs(Math.sin(yaw)) * 1.9) * 32) / 32;
    const [x0, y0] = f.at(-9, 15 + f.drop);
    const [x1, y1] = f.at(6, 17 + f.drop);
    return s.shaded(
      'hair',
      beardPath(model, yaw, mouth, {
        grow: 5,
        top: -8,
        long: 13,
        inner: besideMouth(model.p.mouthY),
      }),
      model.hair,
      [-4.5, -2.5],
      [
        s.lineItem(
          'lock1',
          pen()
            .move(x0, y0)
            .quad(x0 - 2, y0 + 6, x0 + 1, y0 + 11)
            .done(),
          model.hair.deep,
          1.8,
          locks,
        ),
        s.lineItem(
          'lock2',
          pen()
            .move(x1, y1)
            .quad(x1 + 2, y1 + 5, x1, y1 + 10)
            .done(),
          model.hair.deep,
          1.8,
          locks,
        ),
      ],
    ).nodes;
  },
  over: (model, yaw, mouth, smile) => moustache.over?.(model, yaw, mouth, smile) ?? [],
};
