import { ellipse, pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { outlineX, slide } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A patch over one eye. */
export const eyePatch: Extra = {
  id: 'eye-patch',
  name: 'Eye patch',
  words: ['pirate', 'costume'],
  excludes: ['eye-mask'],
  head: (model, yaw) => {
    const s = new Sketch('patch');
    const eye = slide(model.p.headWidth, 0.96, 0.475, yaw);
    const y = model.p.eyeY;
    const k = model.p.headWidth / 41.5;
    s.line(
      'band',
      pen()
        .move(outlineX(-40 * k, yaw), y - 18)
        .quad(eye.x * 0.4, y - 22, eye.x, y - 6)
        .line(outlineX(40.5 * k, yaw), y + 2)
        .done(),
      '#22262e',
      2.6,
    );
    // The far eye is not seen from the side, and neither is its patch.
    if (eye.narrow < 0.1) return s.nodes;
    return s.shaded('patch', ellipse(eye.x, y, 12 * Math.min(1, eye.narrow), 12), { base: '#2b303a', shadow: '#191c22' }, [-2, -1.6]).nodes;
  },
};
