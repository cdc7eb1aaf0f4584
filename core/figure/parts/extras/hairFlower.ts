import { ellipse } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { outlineX } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A flower over the ear. */
export const hairFlower: Extra = {
  id: 'hair-flower',
  name: 'Flower in the hair',
  words: ['summer', 'festive'],
  colours: ['accent', 'accent2'],
  head: (model, yaw) => {
    const s = new Sketch('flower');
    const x = outlineX((-38 * model.p.headWidth) / 41.5, yaw);
    const y = -26;
    for (let n = 0; n < 5; n++) {
      const a = (n / 5) * Math.PI * 2;
      s.shaded(`petal${n}`, ellipse(x + Math.cos(a) * 7, y + Math.sin(a) * 7, 5.6), model.tone('accent2'), [-1.2, -1]);
    }
    return s.fill('heart', ellipse(x, y, 4), model.colour('accent')).nodes;
  },
};
