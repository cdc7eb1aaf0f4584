import { dice } from '../../../draw/hash.ts';
import { ellipse, joined, type Path, pen } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import { hairX, outlineX, trailX } from '../../turn.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** Short curls: a rounded crown with a scalloped edge. */
export const curlyCrop: HeadPart = {
  id: 'curly-crop',
  slot: 'hair',
  name: 'Short curls',
  side: { outer: [33, -31, 38, -43, 26, -54, 4, -59, -22, -56, -42, -41, -51, -16, -47, 6, -38, 22], line: CLEARS_EAR, curls: 7.6 },
  back(model, yaw) {
    const s = new Sketch('hairBack');
    const w = model.p.headWidth / 41.5;
    const x = (value: number): number => trailX(value * w, model.p.headWidth, yaw);
    return s.shaded('mass', pen().move(x(-42), 8).cubic(x(-54), -20, x(-44), -62, x(0), -62).cubic(x(44), -62, x(54), -20, x(42), 8).close().done(), model.hair).nodes;
  },
  front(model, yaw) {
    const s = new Sketch('hair');
    const w = model.p.headWidth;
    const k = w / 41.5;
    const curls: Path[] = [];
    const chance = dice(41);
    for (let index = 0; index <= 14; index++) {
      const angle = Math.PI * (1.06 - (index / 14) * 1.12);
      const across = Math.cos(angle);
      const low = Math.max(0, Math.abs(across) - 0.72) / 0.28;
      // Towards the temples the curls get smaller, and on the far side they go round the edge.
      const far = Math.sign(across) === Math.sign(yaw) ? Math.abs(Math.sin(yaw)) * low : 0;
      const r = (8.4 + chance.next() * 2.6) * (1 - 0.25 * low) * (1 - 0.6 * far);
      curls.push(ellipse(hairX(across * (41 - far * 8) * k, 60, w * 0.35, yaw), -18 - Math.sin(angle) * 38.5, r));
    }
    for (let index = 0; index <= 7; index++) {
      const across = (index / 7) * 2 - 1;
      curls.push(ellipse(hairX(across * 33 * k, 52, w, yaw), -35 - (1 - across * across) * 4 + chance.next() * 3, 7.6 + chance.next() * 2));
    }
    const x = (value: number): number => hairX(value * k, 60, w, yaw);
    const edge = (value: number): number => outlineX(value * k, yaw);
    const cap = pen()
      .move(edge(-41.5), -8)
      .cubic(edge(-49), -44, x(-28), -58, x(0), -58)
      .cubic(x(28), -58, edge(49), -44, edge(41.5), -8)
      .cubic(x(40), -24, x(30), -36, x(0), -36)
      .cubic(x(-30), -36, x(-40), -24, edge(-41.5), -8)
      .close()
      .done();
    const mass = joined(cap, ...curls);
    const rings: ReturnType<typeof s.lineItem>[] = [];
    for (let index = 0; index < 13; index++) {
      const across = chance.between(-1, 1);
      const cx = hairX(across * 34 * k, 56, w, yaw);
      const cy = -41 - (1 - across * across) * 11 + chance.between(-5, 7);
      // What goes round the edge is not seen.
      if (Math.abs(cx) > Math.abs(edge(Math.sign(cx) * 37))) continue;
      rings.push(
        s.lineItem(
          `ring${index}`,
          pen()
            .move(cx - 4, cy + 2)
            .cubic(cx - 3, cy - 3.5, cx + 3, cy - 3.5, cx + 3.6, cy + 1)
            .done(),
          index % 3 ? model.hair.deep : model.hair.sheen,
          1.8,
          0.6,
        ),
      );
    }
    s.shaded('mass', mass, model.hair, [-3.5, -2.5], rings);
    return s.nodes;
  },
};
