import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A tied cloth cap as in an operating room. */
export const surgicalCap: HeadPart = {
  id: 'surgical-cap',
  slot: 'headwear',
  name: 'Surgical cap',
  words: ['doctor', 'nurse', 'hospital', 'scrubs'],
  colours: ['accent2'],
  hides: 'crown',
  brim: -22,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const cloth = model.tone('accent2');
    f.s.clipped(
      'dome',
      runs(f.over([-43, -8, -48, -30, -38, -54, -16, -63, 6, -64, 30, -58, 46, -38, 47, -18, 43, -8]), f.on([36, -20, 18, -29, 0, -32, -18, -29, -36, -20, -43, -8])),
      cloth,
      [-4.5, -3],
      [
        f.s.lineItem(
          'band',
          Float32Array.from([0, f.slide(-42), f.y(-18), 3, f.slide(-24), f.y(-40), f.slide(24), f.y(-40), f.slide(42), f.y(-18)]),
          model.seam('accent2'),
          2.2,
          0.7,
        ),
        f.s.lineItem('fold', Float32Array.from([0, f.slide(26), f.y(-40), 2, f.slide(28), f.y(-52), f.slide(16), f.y(-60)]), model.seam('accent2'), 2, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
