import { cap, headFrame, pairs, runs, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** Hair that has drawn back from the brow, thin on top, full at the sides. */
export const receding: HeadPart = {
  id: 'receding',
  slot: 'hair',
  name: 'Receding',
  side: {
    outer: [13, -40, 8, -51, -14, -54, -36, -43, -49, -18, -48, 6, -35, 25],
    line: [-30, 22, -20, 17, -15.5, 11, -14, -3, -7, -9, 2, -5, 4.5, 6, 8, 0, 9, -14, 13, -28, 13, -40],
  },
  words: ['thin', 'short', 'older', 'bald'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const at = (points: readonly number[]): [number, number][] => pairs(points).map(([x, y]) => [f.edge(x), f.y(y)]);
    for (const out of [-1, 1] as const)
      f.s.shaded(
        out < 0 ? 'L' : 'R',
        runs(at([out * 41, 10, out * 46, -6, out * 44, -26, out * 38, -40]), at([out * 33, -30, out * 36, -18, out * 37.5, -2, out * 41, 10])),
        model.hair,
        [-2, -2],
      );
    cap(
      f,
      { outer: [-41, -30, -34, -47, -18, -56, 0, -58, 18, -56, 34, -47, 41, -30], line: [35, -33, 27, -42, 16, -45, 6, -42, -4, -45, -16, -45, -27, -42, -35, -33] },
      [strand(f, 'a', [-8, -46, -4, -52, 6, -55], 'deep', 1.7, 0.5)],
      [],
    );
    return f.s.nodes;
  },
};
