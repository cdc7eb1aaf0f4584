import { ellipse } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { slide, YAW } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** Earrings. */
export const earrings: Extra = {
  id: 'earrings',
  name: 'Earrings',
  words: ['jewellery', 'hoops'],
  colours: ['accent'],
  excludes: ['headscarf'],
  head: (model, yaw) => {
    const s = new Sketch('earrings');
    for (const out of [-1, 1] as const) {
      const angle = (81 * Math.PI) / 180;
      if (Math.cos(out * angle + YAW * yaw) < 0.02) continue;
      const { x } = slide(model.p.headWidth, 1.02, out * angle, yaw);
      s.line(`ring${out}`, ellipse(x + out * 0.6, 6 + 11.5 * model.features.ears.height + 4.6, 4.4, 5.4), model.colour('accent'), 2.2);
    }
    return s.nodes;
  },
};
