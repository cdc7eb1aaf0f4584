import { ellipse, pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { outlineX, slide, YAW } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A headset with a microphone. */
export const headset: Extra = {
  id: 'headset',
  name: 'Headset',
  words: ['support', 'call centre', 'gamer', 'radio'],
  head: (model, yaw) => {
    const s = new Sketch('headset');
    const w = model.p.headWidth;
    const x = (v: number): number => outlineX((v * w) / 41.5, yaw);
    s.line('band', pen().move(x(-45), 0).cubic(x(-52), -40, x(-30), -66, x(0), -66).cubic(x(30), -66, x(52), -40, x(45), 0).done(), '#2f3640', 5);
    if (Math.cos(-1.4 + YAW * yaw) > -0.1)
      s.line(
        'boom',
        pen()
          .move(x(-44), 12)
          .quad(x(-42), 40, slide(w, 0.92, -0.42, yaw).x, 36)
          .done(),
        '#2f3640',
        2.6,
      ).fill('mic', ellipse(slide(w, 0.92, -0.4, yaw).x, 36, 4.2, 3.2), '#2f3640');
    for (const out of [-1, 1] as const) {
      const ear = slide(w, 1.04, out * 1.42, yaw);
      if (Math.cos(out * 1.42 + YAW * yaw) < -0.15) continue;
      s.shaded(`cup${out}`, ellipse(ear.x + out * 1.5, 5, 9 * Math.min(1.1, Math.max(0.7, ear.narrow)), 14), { base: '#4a5564', shadow: '#2f3640' }, [-2, -1.5]);
    }
    return s.nodes;
  },
};
