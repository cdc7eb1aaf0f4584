import { ellipse, pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { slide } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A hero's mask round the eyes, with openings. */
export const eyeMask: Extra = {
  id: 'eye-mask',
  name: 'Hero’s mask',
  words: ['costume', 'hero', 'carnival'],
  colours: ['accent2'],
  excludes: ['glasses'],
  head: (model, yaw) => {
    const s = new Sketch('eyeMask');
    const w = model.p.headWidth;
    const at = (angle: number): number => slide(w, 0.985, angle, yaw).x;
    const y = model.p.eyeY;
    const out = pen()
      .move(at(-1.05), y - 12)
      .cubic(at(-0.6), y - 17, at(-0.2), y - 12, at(0), y - 8)
      .cubic(at(0.2), y - 12, at(0.6), y - 17, at(1.05), y - 12)
      .cubic(at(1.0), y + 6, at(0.5), y + 17, at(0.12), y + 8)
      .cubic(at(0.05), y + 6, at(-0.05), y + 6, at(-0.12), y + 8)
      .cubic(at(-0.5), y + 17, at(-1.0), y + 6, at(-1.05), y - 12)
      .close();
    for (const side of [-1, 1]) {
      const eye = slide(w, 0.93, side * (0.475 + model.features.eyes.apart), yaw);
      out.add(ellipse(eye.x, y, 10.4 * model.features.eyes.width * Math.min(1.1, eye.narrow), 9.4 * model.p.eyeScale));
    }
    return s.shaded('mask', out.done(), model.tone('accent2'), [-2, -1.5], [], true).nodes;
  },
};
