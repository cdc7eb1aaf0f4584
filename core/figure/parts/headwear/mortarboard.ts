import { stepped } from '../../../draw/colour.ts';
import { pathOf } from '../../../draw/path.ts';
import { headFrame, runs } from '../hairKit.ts';
import type { HeadPart } from '../part.ts';

/** A graduate's square cap with a tassel. */
export const mortarboard: HeadPart = {
  id: 'mortarboard',
  slot: 'headwear',
  name: 'Graduate’s cap',
  words: ['student', 'school', 'university', 'mortarboard'],
  colours: ['accent2', 'accent'],
  hides: 'crown',
  brim: -24,
  front(model, yaw) {
    const f = headFrame(model, yaw, 'hat');
    const cloth = model.tone('accent2');
    f.s.shaded('band', runs(f.over([-47, -20, -46, -50]), f.over([46, -50, 47, -20]), f.on([22, -32, 0, -34, -22, -32]), f.over([-47, -20])), cloth, [-4, -2]);
    const mid = f.slide(0);
    f.s.shaded(
      'board',
      runs(
        [
          [mid - 68, f.y(-56)],
          [mid * 0.4, f.y(-74)],
        ],
        [[mid + 68, f.y(-57)]],
        [[mid * 1.3, f.y(-43)]],
        [[mid - 68, f.y(-56)]],
      ),
      { base: stepped(cloth.base, 0.05), shadow: cloth.shadow },
      [-2, -2],
    );
    f.s.line('cord', pathOf([0, mid, f.y(-58), 2, mid + 34, f.y(-57), mid + 52, f.y(-50), 1, mid + 53, f.y(-32)]), model.colour('accent'), 2.4);
    f.s.fill(
      'tassel',
      runs(
        [
          [mid + 50, f.y(-34)],
          [mid + 56, f.y(-34)],
        ],
        [[mid + 58, f.y(-16)]],
        [[mid + 48, f.y(-16)]],
        [[mid + 50, f.y(-34)]],
      ),
      model.colour('accent'),
    );
    return f.s.nodes;
  },
};
