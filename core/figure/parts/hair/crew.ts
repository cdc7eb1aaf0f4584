import { cap, headFrame, strand } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';
import { CLEARS_EAR, shortOuter } from '../sideHair.ts';

/** Cropped straight hair with a soft corner at the temples. */
export const crew: HeadPart = {
  id: 'crew',
  slot: 'hair',
  name: 'Crew cut',
  side: { outer: shortOuter(6, 2), line: CLEARS_EAR },
  words: ['short', 'straight', 'cropped'],
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hair');
    cap(
      f,
      {
        outer: [-41.5, 2, -44.5, -20, -37, -46, -18, -56.5, 0, -58, 18, -56.5, 37, -46, 44.5, -20, 41.5, 2],
        line: [38, -10, 35, -25, 27, -33, 10, -36, -10, -36, -27, -33, -35, -25, -38, -10],
      },
      [
        strand(f, 'a', [-22, -38, -21, -46, -16, -52], 'deep', 1.8, 0.45),
        strand(f, 'b', [-4, -40, -3, -47, 0, -53], 'deep', 1.8, 0.45),
        strand(f, 'c', [15, -39, 15, -46, 16, -51], 'deep', 1.8, 0.45),
      ],
    );
    return f.s.nodes;
  },
};
