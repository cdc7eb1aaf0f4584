import { type Path, pathOf } from '../../../draw/path.ts';
import { backMass, cap, headFrame, plait, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Two plaits over the shoulders. */
export const twoBraids: HeadPart = {
  id: 'two-braids',
  slot: 'hair',
  colours: ['hair', 'accent'],
  name: 'Two plaits',
  side: { outer: shortOuter(5), line: CLEARS_EAR, ropes: [{ points: [-20, 16, -22, 44, -14, 74, -10, 100], root: 8, tip: 5, before: true, plaited: 8 }] },
  words: ['long', 'braids', 'plaits'],
  back: (model, yaw) => backMass(model, yaw, [0, -60, 36, -52, 48, -20, 47, 10, 40, 28, 0, 30]),
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    for (const out of [-1, 1] as const) {
      const x = (v: number): number => f.trail(out * v);
      plait(
        f,
        out < 0 ? 'L' : 'R',
        [
          [x(45), f.y(18)],
          [x(50), f.y(38)],
          [x(48), f.y(62)],
          [x(45), f.y(86)],
        ],
        8.4,
        9,
      );
      f.s.shaded(`tie${out}`, tie(x(45), f.y(92)), model.tone('accent'), [-1, -1]);
    }
    cap(f, { outer: [-44, 22, -50, -6, -47, -32, -30, -55, 0, -61, 30, -55, 47, -32, 50, -6, 44, 22], line: [40, 4, 36, -16, 20, -30, 0, -42, -20, -30, -36, -16, -40, 4] }, [
      strand(f, 'parting', [0, -42, 1, -52, 0, -60], 'deep', 2, 0.7),
      strand(f, 'a', [-10, -44, -30, -32, -43, -2], 'deep', 1.9, 0.45),
      strand(f, 'b', [10, -44, 30, -32, 43, -2], 'deep', 1.9, 0.45),
    ]);
    return f.s.nodes;
  },
};

const tie = (x: number, y: number): Path => {
  const out: number[] = [];
  for (const [n, [dx, dy]] of (
    [
      [-5, -4],
      [5, -4],
      [4.4, 3],
      [-4.4, 3],
    ] as const
  ).entries())
    out.push(n ? 1 : 0, x + dx, y + dy);
  return pathOf([...out, 4]);
};
