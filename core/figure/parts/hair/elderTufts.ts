import { pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { outlineX, trailX } from '../../turn.ts';
import type { HeadPart } from '../part.ts';

/** Thin white hair: soft tufts over the ears and a low back. */
export const elderTufts: HeadPart = {
  id: 'tufts',
  slot: 'hair',
  name: 'Soft tufts',
  side: { outer: [1, -18, -14, -32, -34, -34, -49, -20, -55, 2, -49, 20, -34, 27], line: [-27, 22, -18, 17, -15, 9, -14, -4, -7, -10, 2, -6, 5, 5, 8, -4, 1, -18] },
  back(model, yaw) {
    const s = new Sketch('hairBack');
    const w = model.p.headWidth / 41.9;
    const x = (value: number): number => trailX(value * w, model.p.headWidth, yaw);
    return s.shaded(
      'mass',
      pen()
        .move(x(-40), -24)
        .cubic(x(-57), -10, x(-57), 20, x(-44), 32)
        .cubic(x(-40), 38, x(-30), 40, x(-23), 34)
        .line(x(23), 34)
        .cubic(x(30), 40, x(40), 38, x(44), 32)
        .cubic(x(57), 20, x(57), -10, x(40), -24)
        .close()
        .done(),
      model.hair,
      [-4, -2.5],
    ).nodes;
  },
  front(model, yaw, covered) {
    const s = new Sketch('hair');
    const w = model.p.headWidth / 41.9;
    const x = (value: number): number => outlineX(value * w, yaw);
    for (const out of [-1, 1] as const) {
      // The tuft on the near side slides into the face, the far one goes round the edge.
      const slip = model.p.headWidth * 0.34 * Math.sin(yaw);
      const far = Math.sign(out) === Math.sign(yaw) ? Math.abs(Math.sin(yaw)) : 0;
      if (far > 0.7) continue;
      const t = (value: number): number => x(out * value) + (out * slip > 0 ? slip * 0.2 : slip * 0.62) * (value < 40 ? 1 : 0.35);
      s.shaded(
        out < 0 ? 'L' : 'R',
        pen()
          .move(t(43), -15)
          .cubic(t(51), -4, t(50), 14, t(44 - far * 4), 23)
          .cubic(t(38), 21, t(36), 12, t(37 + far * 4), 2)
          .cubic(t(37 + far * 5), -4, t(34 + far * 6), -8, t(27 + far * 10), -13)
          .close()
          .done(),
        model.hair,
        [-2, -2.5],
      );
    }
    if (!covered)
      s.shaded(
        'top',
        pen()
          .move(x(-42), -14)
          .cubic(x(-50), -44, x(-26), -60, x(0), -58)
          .cubic(x(28), -60, x(50), -44, x(42), -14)
          .cubic(x(36), -34, x(10), -40, x(0), -38)
          .cubic(x(-10), -40, x(-36), -34, x(-42), -14)
          .close()
          .done(),
        model.hair,
      );
    return s.nodes;
  },
};
