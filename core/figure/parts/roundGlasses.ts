import { ellipse, pen } from '../../draw/path.ts';
import { Sketch } from '../sketch.ts';
import { slide, YAW } from '../turn.ts';
import type { HeadPart } from './part.ts';

/** Round wire glasses that sit on the bridge and reach the ears. */
export const roundGlasses: HeadPart = {
  id: 'round-glasses',
  slot: 'glasses',
  name: 'Round glasses',
  front(model, yaw) {
    const s = new Sketch('glasses');
    const w = model.p.headWidth;
    const y = model.p.eyeY + 0.5;
    const colour = model.colour('metal');
    const lens = ([-1, 1] as const).map((out) => ({ out, ...slide(w, 0.99, out * 0.47, yaw) }));
    for (const { out, x, narrow } of lens) {
      const rx = 12.5 * Math.min(1.12, narrow);
      const path = ellipse(x, y, rx, 12);
      s.fill(`glass${out}`, path, '#ffffff', 0.16);
      s.line(`rim${out}`, path, colour, 2.2);
      const ear = slide(w, 1.02, out * 1.4, yaw);
      if (Math.cos(out * 1.4 + YAW * yaw) > -0.1)
        s.line(
          `arm${out}`,
          pen()
            .move(x + out * rx, y - 2)
            .line(ear.x, y - 1.5)
            .done(),
          colour,
          2.2,
        );
    }
    const [left, right] = lens as [(typeof lens)[number], (typeof lens)[number]];
    const bridge = slide(w, 1.1, 0, yaw);
    s.line(
      'bridge',
      pen()
        .move(left.x + 12.5 * Math.min(1.12, left.narrow), y - 2)
        .quad(bridge.x, y - 5.5, right.x - 12.5 * Math.min(1.12, right.narrow), y - 2)
        .done(),
      colour,
      2.2,
    );
    return s.nodes;
  },
};
