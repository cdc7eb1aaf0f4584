import { pen } from '../../../draw/path.ts';
import { jawHalf } from '../../face.ts';
import { Sketch } from '../../sketch.ts';
import { slide } from '../../turn.ts';
import type { Extra } from '../part.ts';

/** A medical mask over nose and mouth; the jaw still moves under it. */
export const medicalMask: Extra = {
  id: 'medical-mask',
  name: 'Medical mask',
  words: ['doctor', 'nurse', 'health'],
  head: (model, yaw, drop) => {
    const s = new Sketch('mask');
    const w = model.p.headWidth;
    const at = (angle: number): number => slide(w, 0.99, angle, yaw).x;
    const low = (jawHalf(model, yaw, drop, 1)[7] as [number, number])[1] - 1;
    const mid = at(0);
    for (const out of [-1, 1])
      s.line(
        `loop${out}`,
        pen()
          .move(at(out * 0.8), 18)
          .quad(at(out * 1.1), 6, at(out * 1.35), 4)
          .done(),
        '#e9eef0',
        2,
      );
    return s.shaded(
      'cloth',
      pen()
        .move(at(-0.86), 16)
        .cubic(at(-0.5), 13, mid - 8, 9, mid, 9)
        .cubic(mid + 8, 9, at(0.5), 13, at(0.86), 16)
        .cubic(at(0.84), 30, at(0.5), low - 4, mid + 3, low + 2)
        .cubic(mid - 3, low + 2, at(-0.84), 30, at(-0.86), 16)
        .close()
        .done(),
      { base: '#bfe0e4', shadow: '#8fb9c2' },
      [-3, -2],
      [24, 32].map((y, n) =>
        s.lineItem(
          `fold${n}`,
          pen()
            .move(at(-0.6), y)
            .quad(mid, y + 4, at(0.6), y)
            .done(),
          '#8fb9c2',
          1.8,
          0.8,
        ),
      ),
    ).nodes;
  },
};
