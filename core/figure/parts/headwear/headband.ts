import { profileOf } from '../../profile.ts';
import { isProfile } from '../../turn.ts';
import { headFrame, onSide, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A cloth band round the hair, with a small knot. */
export const headband: HeadPart = {
  id: 'headband',
  slot: 'headwear',
  name: 'Head band',
  words: ['ribbon', 'sport', 'hair'],
  colours: ['accent2'],
  aside: true,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'band');
    const cloth = model.tone('accent2');
    if (isProfile(yaw)) {
      const side = profileOf(model, yaw, 0);
      return f.s.shaded('band', runs(onSide(side, [-17, -2, -12, -36, 1, -63]), onSide(side, [13, -62, 0, -36, -6, -5, -17, -2])), cloth, [-2.5, -2]).nodes;
    }
    f.s.shaded(
      'band',
      runs(f.over([-48, -20, -46, -34]), f.on([-24, -52, 0, -56, 24, -52]), f.over([46, -34, 48, -20]), f.on([26, -41, 0, -46, -26, -41]), f.over([-48, -20])),
      cloth,
      [-2.5, -2],
    );
    f.s.shaded('knot', runs(f.on([20, -52, 26, -60, 33, -54]), f.on([36, -46, 28, -44, 20, -52])), cloth, [-1.5, -1.5]);
    return f.s.nodes;
  },
};
