import { dice } from '../../../draw/hash.ts';
import { ellipse, joined, type Path } from '../../../draw/path.ts';
import { capPath, headFrame, mirrored, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A big head of loose curls to the shoulders. */
export const curlyLong: HeadPart = {
  id: 'curly-long',
  slot: 'hair',
  name: 'Long curls',
  side: {
    outer: [31, -27, 42, -42, 32, -60, 6, -69, -26, -65, -51, -46, -63, -14, -66, 20, -60, 48, -38, 60, -14, 52],
    line: [-5, 38, 0, 20, 3, 2, 9, -12, 20, -22, 31, -27],
    curls: 11,
  },
  words: ['long', 'curly', 'volume', 'ringlets'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    const chance = dice(7);
    const balls: Path[] = [mirrored([0, -62, 44, -50, 60, -16, 62, 24, 56, 54, 30, 66, 0, 64], f.trail, f.y)];
    for (let n = 0; n < 13; n++) {
      const a = Math.PI * (-0.62 + (n / 12) * 1.24);
      for (const out of [-1, 1]) balls.push(ellipse(f.trail(out * (46 + 14 * Math.cos(a * 0.9))), f.y(Math.sin(a) * 54 + 6), 13 + chance.next() * 3));
    }
    return f.s.shaded('mass', joined(...balls), model.hair, [-5, -3]).nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const chance = dice(11);
    const balls: Path[] = [
      capPath(f, { outer: [-44, 4, -52, -22, -42, -50, -18, -62, 0, -64, 18, -62, 42, -50, 52, -22, 44, 4], line: [37, -12, 32, -26, 12, -34, -12, -34, -32, -26, -37, -12] }),
    ];
    for (let n = 0; n < 11; n++) {
      const a = Math.PI * (1 - n / 10);
      balls.push(ellipse(f.edge(Math.cos(a) * 45), f.y(-19 - Math.sin(a) * 42), 10.5 + chance.next() * 3));
    }
    for (let n = 0; n < 7; n++) {
      const u = (n / 6) * 2 - 1;
      balls.push(ellipse(f.slide(u * 34), f.y(-31 - (1 - u * u) * 4), 7.5 + chance.next() * 2.5));
    }
    for (const out of [-1, 1]) for (let n = 0; n < 4; n++) balls.push(ellipse(f.edge(out * (43 + (n % 2) * 3)), f.y(-10 + n * 13), 9.5 - n * 0.6));
    const rings = Array.from({ length: 12 }, (_, n) => {
      const x = chance.between(-38, 38);
      const y = -40 - (1 - (x / 40) ** 2) * 12 + chance.between(-6, 8);
      return strand(f, `ring${n}`, [x - 6, y + 3, x, y - 6, x + 6, y + 2], n % 3 ? 'deep' : 'sheen', 2.2, 0.55);
    });
    f.s.shaded('mass', joined(...balls), model.hair, [-4, -3], rings);
    return f.s.nodes;
  },
};
