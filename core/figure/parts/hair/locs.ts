import { capPath, headFrame, mirrored, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Long locs, some before the shoulders. */
export const locs: HeadPart = {
  id: 'locs',
  slot: 'hair',
  name: 'Long locs',
  side: {
    outer: shortOuter(7),
    line: CLEARS_EAR,
    ropes: [
      { points: [-34, -30, -50, 0, -52, 40, -48, 84], root: 8, tip: 5 },
      { points: [-24, -30, -38, 10, -40, 50, -36, 92], root: 8, tip: 5 },
      { points: [-40, -18, -58, 14, -62, 48, -58, 74], root: 8, tip: 5 },
      { points: [-18, -26, -22, 8, -24, 40, -20, 70], root: 6.4, tip: 4.6, before: true },
      { points: [-30, -22, -34, 10, -37, 44, -33, 76], root: 6.4, tip: 4.6, before: true },
    ],
  },
  words: ['long', 'locs', 'dreadlocks', 'coily'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    f.s.shaded('mass', mirrored([0, -60, 38, -52, 50, -20, 50, 20, 0, 40], f.trail, f.y), model.hair);
    for (let n = 0; n < 9; n++) {
      const u = (n / 8) * 2 - 1;
      const x = (v: number): number => f.trail(v);
      f.s.limb(
        `loc${n}`,
        [
          { x: x(u * 46), y: f.y(6) },
          { x: x(u * 53), y: f.y(48) },
          { x: x(u * 50 + (n % 2 ? 2 : -2)), y: f.y(92 - Math.abs(u) * 8 + (n % 3) * 5) },
        ],
        [6.6, 6.4, 4.6],
        model.hair,
        2.6,
      );
    }
    return f.s.nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    for (const out of [-1, 1] as const)
      for (const [n, reach] of [34, 60].entries()) {
        const x = (v: number): number => f.edge(out * v);
        f.s.limb(
          `side${out}${n}`,
          [
            { x: x(41 + n * 4), y: f.y(-16) },
            { x: x(45 + n * 5), y: f.y(12) },
            { x: x(44 + n * 5), y: f.y(reach) },
          ],
          [5.6, 5.6, 4.2],
          model.hair,
          2.4,
        );
      }
    const path = capPath(f, {
      outer: [-43, 0, -48, -24, -38, -52, -16, -62, 0, -63, 16, -62, 38, -52, 48, -24, 43, 0],
      line: [38, -10, 34, -26, 18, -34, 4, -38, -14, -34, -32, -27, -38, -10],
    });
    f.s.clipped(
      'cap',
      path,
      model.hair,
      [-4, -2.5],
      [-30, -19, -8, 4, 16, 28].map((x, n) => strand(f, `part${n}`, [x, -36 + (x / 34) ** 2 * 12, x * 0.95 + 2, -48, x * 0.6 + 3, -61], n % 2 ? 'deep' : 'shadow', 2, 0.7)),
    );
    return f.s.nodes;
  },
};
