import type { Entrance } from './entrance.ts';

/** Share of the way at which it lands for the first time, and how high it springs up from there, of the frame's height. */
const LANDS = 0.55;
const SPRINGS = 0.045;

/** Falls from above the frame, springs up once, and lies. */
export const drop: Entrance = {
  id: 'drop',
  label: 'Drop',
  icon: 'M12 3v11M8 10l4 4 4-4M4 20h16',
  fields: [],
  at(share, _values, _box, { height }) {
    if (share >= 1) return { dy: 0 };
    // It falls as things do: the way goes with the square of the time.
    if (share < LANDS) return { dy: -height * 1.1 * (1 - (share / LANDS) ** 2) };
    const t = (share - LANDS) / (1 - LANDS);
    return { dy: -height * SPRINGS * 4 * t * (1 - t) };
  },
};
