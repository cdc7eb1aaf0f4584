import { dice } from '../../../draw/hash.ts';
import { ellipse, joined } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { slide } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** Freckles over nose and cheeks. */
export const freckles: Extra = {
  id: 'freckles',
  name: 'Freckles',
  words: ['face', 'skin'],
  face: (model, yaw) => {
    const s = new Sketch('freckles');
    const chance = dice(3);
    const dots = Array.from({ length: 16 }, (_, n) => {
      const { x, narrow } = slide(model.p.headWidth, 0.97, (n % 2 ? 1 : -1) * chance.between(0.1, 0.62), yaw);
      return ellipse(x, 15 + chance.between(-3, 5), 1.2 * Math.min(1, narrow), 1.1);
    });
    return s.fill('dots', joined(...dots), model.skin.line, 0.55).nodes;
  },
};
