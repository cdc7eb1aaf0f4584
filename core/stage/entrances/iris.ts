import { ellipse } from '../../draw/path.ts';
import { smooth } from '../../time/easing.ts';
import type { Entrance } from './entrance.ts';

/** Uncovered from its middle by a round opening. */
export const iris: Entrance = {
  id: 'iris',
  label: 'Iris',
  icon: 'M20 12a8 8 0 1 1-16 0 8 8 0 0 1 16 0M15 12a3 3 0 1 1-6 0 3 3 0 0 1 6 0',
  fields: [],
  at(share, _values, box) {
    const radius = Math.hypot(box.right - box.left, box.bottom - box.top) / 2;
    return { keep: ellipse((box.left + box.right) / 2, (box.top + box.bottom) / 2, Math.max(0.01, radius * smooth(share))), feather: radius * 0.02 };
  },
};
