import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Rows plaited close to the head, back from the brow. */
export const cornrows: HeadPart = {
  id: 'cornrows',
  slot: 'hair',
  name: 'Cornrows',
  side: { outer: shortOuter(3), line: CLEARS_EAR },
  words: ['braids', 'rows', 'short', 'coily'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    const rows = [-34, -23, -12, 0, 12, 23, 34].map((x, n) => strand(f, `row${n}`, [x, -37 + (x / 34) ** 2 * 14, x * 0.92, -50, x * 0.5, -59], 'shadow', 1.4, 1));
    const lit = [-28.5, -17.5, -6, 6, 17.5, 28.5].map((x, n) => strand(f, `lit${n}`, [x, -38 + (x / 34) ** 2 * 12, x * 0.92, -49, x * 0.55, -57], 'sheen', 2.4, 0.35));
    cap(
      f,
      {
        outer: [-41.5, -2, -44, -22, -36, -46, -18, -56.5, 0, -58, 18, -56.5, 36, -46, 44, -22, 41.5, -2],
        line: [37, -14, 33, -27, 17, -36, 0, -38, -17, -36, -33, -27, -37, -14],
      },
      [...rows, ...lit],
      [],
    );
    return f.s.nodes;
  },
};
