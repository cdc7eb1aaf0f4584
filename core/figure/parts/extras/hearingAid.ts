import { ellipse, pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { slide, YAW } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** Hearing aids behind the ears. */
export const hearingAid: Extra = {
  id: 'hearing-aid',
  name: 'Hearing aid',
  words: ['deaf', 'ear'],
  excludes: ['headscarf', 'headset'],
  head: (model, yaw) => {
    const s = new Sketch('aid');
    for (const out of [-1, 1] as const) {
      if (Math.cos(out * 1.41 + YAW * yaw) < 0.02) continue;
      const { x } = slide(model.p.headWidth, 1.02, out * 1.41, yaw);
      s.line(
        `wire${out}`,
        pen()
          .move(x + out * 2, -5)
          .quad(x + out * 8, -4, x - out * 1, 7)
          .done(),
        '#dfe4e8',
        1.6,
      );
      s.shaded(`aid${out}`, ellipse(x + out * 4, -5, 3.4, 6), { base: '#6f7f92', shadow: '#4c5968' }, [-1, -1]);
    }
    return s.nodes;
  },
};
