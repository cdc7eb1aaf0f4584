import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Short hair combed over from a parting at the left. */
export const sidePart: HeadPart = {
  id: 'side-part',
  slot: 'hair',
  name: 'Side parting',
  side: { outer: shortOuter(8, 3), line: CLEARS_EAR },
  words: ['short', 'straight', 'combed', 'neat'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-42, 4, -46, -18, -39, -46, -24, -57, 0, -62, 22, -60, 41, -46, 46, -20, 42, 4],
        line: [38.5, -8, 36, -22, 30, -29, 12, -28, -8, -31, -22, -41, -26, -31, -35, -24, -38.5, -8],
      },
      [
        strand(f, 'parting', [-22, -40, -24, -50, -20, -58], 'deep', 2.2, 0.7),
        strand(f, 'comb1', [-14, -37, 4, -46, 26, -40], 'deep', 1.9, 0.5),
        strand(f, 'comb2', [-16, -44, 6, -54, 32, -44], 'deep', 1.9, 0.4),
      ],
      [-8, -51, 10, -58, 28, -48],
    );
    return f.s.nodes;
  },
};
