import { cap, headFrame, rope, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Two bunches tied at the sides. */
export const pigtails: HeadPart = {
  id: 'pigtails',
  slot: 'hair',
  colours: ['hair', 'accent'],
  name: 'Two bunches',
  side: { outer: shortOuter(5), line: CLEARS_EAR, ropes: [{ points: [-26, 4, -44, 16, -50, 44, -42, 68], root: 13, tip: 3, before: true, band: true }] },
  words: ['child', 'tied', 'sides'],
  back(model, yaw) {
    const f = headFrame(model, yaw, 'hairBack');
    f.s.shaded(
      'nape',
      rope(
        [
          [f.trail(0), f.y(-20)],
          [f.trail(0), f.y(6)],
        ],
        43,
        36,
      ),
      model.hair,
    );
    for (const out of [-1, 1] as const) {
      const x = (v: number): number => f.trail(out * v);
      f.s.shaded(
        out < 0 ? 'L' : 'R',
        rope(
          [
            [x(44), f.y(-26)],
            [x(58), f.y(-24)],
            [x(68), f.y(-2)],
            [x(66), f.y(24)],
            [x(71), f.y(36)],
          ],
          11,
          3,
        ),
        model.hair,
        [-4, -3],
      );
      f.s.fill(
        `tie${out}`,
        rope(
          [
            [x(45), f.y(-32)],
            [x(47), f.y(-20)],
          ],
          4,
          4,
        ),
        model.colour('accent'),
      );
    }
    return f.s.nodes;
  },
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-42, 4, -46, -18, -38, -46, -18, -57, 0, -60, 18, -57, 38, -46, 46, -18, 42, 4],
        line: [39, -4, 36, -19, 22, -25, 10, -20, 0, -28, -10, -20, -22, -25, -36, -19, -39, -4],
      },
      [
        strand(f, 'parting', [0, -30, 1, -46, 0, -59], 'deep', 2, 0.7),
        strand(f, 'a', [-8, -44, -26, -40, -42, -24], 'deep', 1.9, 0.5),
        strand(f, 'b', [8, -44, 26, -40, 42, -24], 'deep', 1.9, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
