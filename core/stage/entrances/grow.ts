import { eased } from '../../time/easing.ts';
import type { Entrance } from './entrance.ts';

/** From nothing to its size, without overshoot. */
export const grow: Entrance = {
  id: 'grow',
  label: 'Grow',
  icon: 'M10 14L4 20M4 15v5h5M14 10l6-6M15 4h5v5',
  fields: [],
  at: (share) => ({ scale: eased('out', share), alpha: Math.min(1, share * 4) }),
};
