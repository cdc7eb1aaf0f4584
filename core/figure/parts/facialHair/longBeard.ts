import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { FacialHair } from '../part.ts';
import { beardPath, besideMouth, lowerFace } from './beardKit.ts';
import { moustache } from './moustache.ts';

/** A long beard down to the chest. */
export const longBeard: FacialHair = {
  id: 'long-beard',
  slot: 'facialHair',
  name: 'Long beard',
  words: ['wizard', 'old', 'big'],
  colours: ['hair'],
  under(model, yaw, mouth) {
    const s = new Sketch('beard');
    const f = lowerFace(model, yaw, mouth);
    const lock = (id: string, x: number, from: number, to: number) => {
      const [ax, ay] = f.at(x, from + f.drop);
      return s.lineItem(
        id,
        pen()
          .move(ax, ay)
          .quad(ax - 3, ay + (to - from) * 0.5, ax * 0.7, ay + to - from)
          .done(),
        model.hair.deep,
        2,
        0.55,
      );
    };
    return s.shaded(
      'hair',
      beardPath(model, yaw, mouth, {
        grow: 6,
        top: -8,
        long: 50,
        point: 0.5,
        inner: besideMouth(model.p.mouthY),
      }),
      model.hair,
      [-5, -3],
      [lock('l1', -12, 16, 48), lock('l2', 2, 18, 58), lock('l3', 14, 16, 44)],
    ).nodes;
  },
  over: (model, yaw, mouth, smile) => moustache.over?.(model, yaw, mouth, smile) ?? [],
};
