import { Sketch } from '../../sketch.ts';
import type { FacialHair } from '../part.ts';
import { beardPath } from './beardKit.ts';
import { moustache } from './moustache.ts';

/** A trimmed beard along the jaw, joined to a moustache. */
export const shortBeard: FacialHair = {
  id: 'short-beard',
  slot: 'facialHair',
  name: 'Short beard',
  words: ['trimmed', 'neat'],
  colours: ['hair'],
  under(model, yaw, mouth) {
    const s = new Sketch('beard');
    const y = model.p.mouthY;
    return s.shaded(
      'hair',
      beardPath(model, yaw, mouth, {
        grow: 1.6,
        top: -4,
        long: 2.5,
        inner: [
          [38, 4],
          [33, y - 16],
          [25, y - 6],
          [16, y - 7],
          [7, y - 6],
          [0, y - 5],
        ],
      }),
      model.hair,
      [-3, -1.5],
    ).nodes;
  },
  over: (model, yaw, mouth, smile) => moustache.over?.(model, yaw, mouth, smile) ?? [],
};
