import { rect, transformPath } from '../../draw/path.ts';
import { smooth } from '../../time/easing.ts';
import { type Entrance, FROM } from './entrance.ts';

/** Softness of the edge, as a share of the way. */
const SOFT = 0.04;

/** Uncovered along a straight edge. */
export const wipe: Entrance = {
  id: 'wipe',
  label: 'Wipe',
  icon: 'M4 4h16v16H4zM12 4v16M15 8h2M15 12h2M15 16h2',
  fields: [FROM],
  at(share, values, box) {
    const angle = (values.number('from') * Math.PI) / 180;
    const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    // Across the box, along the way that the edge goes.
    const along = Math.abs(c) * (box.right - box.left) + Math.abs(s) * (box.bottom - box.top);
    const wide = Math.hypot(box.right - box.left, box.bottom - box.top) * 1.2;
    const feather = along * SOFT;
    const edge = -along / 2 - feather * 3 + (along + feather * 6) * smooth(share);
    const keep = transformPath(rect(-wide * 2, -wide, edge + wide * 2, wide * 2), [c, s, -s, c, cx, cy]);
    return { keep, feather };
  },
};
