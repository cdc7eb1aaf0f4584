import { chinDrop } from '../../mouth.ts';
import { profileOf } from '../../profile.ts';
import { Sketch } from '../../sketch.ts';
import { isProfile } from '../../turn.ts';
import type { FacialHair } from '../part.ts';
import { beardPath } from './beardKit.ts';

/** A few days' growth: a soft shade. */
export const stubble: FacialHair = {
  id: 'stubble',
  slot: 'facialHair',
  name: 'Stubble',
  words: ['shadow', 'unshaved'],
  colours: ['hair'],
  under(model, yaw, mouth) {
    const s = new Sketch('beard');
    const y = model.p.mouthY;
    const shade = s.fillItem(
      'shade',
      beardPath(model, yaw, mouth, {
        grow: 0,
        top: -2,
        long: -0.6,
        inner: [
          [37, 8],
          [30, y - 9],
          [17, y - 10],
          [8, y - 8],
          [0, y - 7],
        ],
      }),
      model.hair.base,
      0.22,
    );
    // From the side lips and chin stand out by themselves.
    return isProfile(yaw) ? s.inside('skin', profileOf(model, yaw, chinDrop(mouth), mouth).path, [shade]).nodes : [shade];
  },
};
