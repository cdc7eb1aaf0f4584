import type { Entrance } from './entrance.ts';

/** How far it swings over its size, and where it has come to rest. */
const STIFFNESS = 9;
const SWINGS = 1.6;

/** Springs to its size: over it once, and back. */
export const pop: Entrance = {
  id: 'pop',
  label: 'Pop',
  icon: 'M12 3v3M12 18v3M3 12h3M18 12h3M15.5 12a3.5 3.5 0 1 1-7 0 3.5 3.5 0 0 1 7 0',
  fields: [],
  at: (share) => ({ scale: share >= 1 ? 1 : Math.max(0, 1 - Math.exp(-STIFFNESS * share) * Math.cos(share * SWINGS * Math.PI)), alpha: Math.min(1, share * 6) }),
};
