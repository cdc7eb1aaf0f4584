import { dice } from '../../../draw/hash.ts';
import { headFrame, mirrored } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR } from '../sideHair.ts';

/** Short twists that stand up and out. */
export const shortLocs: HeadPart = {
  id: 'short-locs',
  slot: 'hair',
  name: 'Short twists',
  side: { outer: [32, -32, 37, -46, 25, -58, 3, -64, -24, -60, -45, -44, -54, -16, -48, 6, -36, 23], line: CLEARS_EAR, curls: 6.4 },
  words: ['short', 'locs', 'twists', 'coily'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    return f.s.shaded('mass', mirrored([0, -58, 36, -50, 46, -18, 42, 6, 0, 10], f.trail, f.y), model.hair).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const chance = dice(23);
    const twist = (id: string, x: number, y: number, angle: number, long: number): void => {
      const [ux, uy] = [Math.cos(angle), -Math.sin(angle)];
      const bend = chance.between(-3, 3);
      f.s.limb(
        id,
        [
          { x, y },
          { x: x + ux * long * 0.55 + bend * 0.3, y: y + uy * long * 0.55 },
          { x: x + ux * long + bend, y: y + uy * long },
        ],
        [5.2, 4.8, 3.6],
        model.hair,
        2.2,
      );
    };
    for (let n = 0; n < 15; n++) {
      const a = Math.PI * (1.02 - (n / 14) * 1.04);
      twist(`out${n}`, f.edge(Math.cos(a) * 38), f.y(-16 - Math.sin(a) * 38), a, 15 + chance.next() * 5);
    }
    for (let n = 0; n < 9; n++) {
      const u = ((n % 2 ? n : 8 - n) / 8) * 2 - 1;
      twist(`in${n}`, f.slide(u * 30), f.y(-40 - (1 - u * u) * 6), Math.PI / 2 - u * 0.9, 12 + chance.next() * 4);
    }
    for (let n = 0; n < 8; n++) {
      const u = (n / 7) * 2 - 1;
      twist(`brow${n}`, f.slide(u * 33), f.y(-37 - (1 - u * u) * 5), -Math.PI / 2 + u * 0.5 + (n % 2 ? 0.25 : -0.25), 8 + chance.next() * 3);
    }
    return f.s.nodes;
  },
};
