import { dice } from '../../../draw/hash.ts';
import { ellipse, joined, type Path } from '../../../draw/path.ts';
import { capPath, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A full round afro. */
export const afro: HeadPart = {
  id: 'afro',
  slot: 'hair',
  excludes: ['cycle-helmet', 'bowler'],
  name: 'Afro',
  side: {
    outer: [31, -29, 41, -42, 40, -60, 24, -76, -2, -82, -30, -77, -52, -58, -63, -32, -63, -4, -54, 16, -40, 27],
    line: [-30, 23, -17, 15, -14, -3, -7, -9, 2, -5, 5, 5, 9, 2, 11, -9, 15, -18, 23, -25, 31, -29],
    curls: 9.5,
  },
  words: ['coily', 'round', 'volume', 'natural'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    const chance = dice(5);
    const balls: Path[] = [ellipse(f.trail(0), f.y(-26), 58, 54)];
    for (let n = 0; n < 26; n++) {
      const a = (n / 26) * Math.PI * 2;
      balls.push(ellipse(f.trail(0) + Math.cos(a) * 55, f.y(-26) + Math.sin(a) * 51, 7 + chance.next() * 2.4));
    }
    return f.s.shaded('mass', joined(...balls), model.hair, [-6, -4]).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const chance = dice(9);
    const balls: Path[] = [capPath(f, { outer: [-42, -2, -47, -30, -36, -58, 0, -70, 36, -58, 47, -30, 42, -2], line: [37, -14, 32, -27, 14, -34, -14, -34, -32, -27, -37, -14] })];
    for (let n = 0; n < 10; n++) {
      const u = (n / 9) * 2 - 1;
      balls.push(ellipse(f.slide(u * 37), f.y(-33 + u * u * 14), 5.4 + chance.next() * 1.8));
    }
    const rings = Array.from({ length: 14 }, (_, n) => {
      const x = chance.between(-34, 34);
      const y = -46 + chance.between(-13, 9) + Math.abs(x) * 0.2;
      return strand(f, `ring${n}`, [x - 3, y + 2, x, y - 4, x + 3.5, y + 1], n % 3 ? 'deep' : 'sheen', 1.9, 0.5);
    });
    f.s.nodes.push(f.s.fillItem('mass', joined(...balls), model.hair.base), ...rings);
    return f.s.nodes;
  },
};
