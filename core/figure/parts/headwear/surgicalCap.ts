import { pathOf } from '../../../draw/path.ts';
import { profileOf } from '../../profile.ts';
import { isProfile } from '../../turn.ts';
import { headFrame, onSide, runs } from '../hairKit.ts';
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
  aside: true,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const cloth = model.tone('accent2');
    if (isProfile(yaw)) {
      const side = profileOf(model, yaw, 0);
      const dome = runs(onSide(side, [38.6, -20, 42, -36, 29, -56, 4, -64, -28, -60, -48, -42, -53, -16, -45, 4]), onSide(side, [-34, 0, -14, -12, 12, -19, 38.6, -20]));
      const [a, b, c] = onSide(side, [-46, -6, -12, -24, 40, -30]) as [[number, number], [number, number], [number, number]];
      return f.s.clipped('dome', dome, cloth, [-4.5, -3], [f.s.lineItem('band', pathOf([0, ...a, 2, ...b, ...c]), model.seam('accent2'), 2.2, 0.7)]).nodes;
    }
    f.s.clipped(
      'dome',
      runs(f.over([-43, -8, -48, -30, -38, -54, -16, -63, 6, -64, 30, -58, 46, -38, 47, -18, 43, -8]), f.on([36, -20, 18, -29, 0, -32, -18, -29, -36, -20, -43, -8])),
      cloth,
      [-4.5, -3],
      [
        f.s.lineItem('band', pathOf([0, f.slide(-42), f.y(-18), 3, f.slide(-24), f.y(-40), f.slide(24), f.y(-40), f.slide(42), f.y(-18)]), model.seam('accent2'), 2.2, 0.7),
        f.s.lineItem('fold', pathOf([0, f.slide(26), f.y(-40), 2, f.slide(28), f.y(-52), f.slide(16), f.y(-60)]), model.seam('accent2'), 2, 0.5),
      ],
    );
    return f.s.nodes;
  },
};
