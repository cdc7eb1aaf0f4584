import bezier from 'bezier-easing';

/** How a value leaves its key for the next one. The names are the animator's. */
export const EASES = ['both', 'in', 'out', 'linear', 'hold'] as const;
export type Ease = (typeof EASES)[number];

/** Slow start and slow end; a little slower into the end, as drawn motion settles (motion.md, Poses and easing). */
const both = bezier(0.42, 0, 0.38, 1);
const easeIn = bezier(0.5, 0, 0.9, 0.7);
const easeOut = bezier(0.12, 0.35, 0.4, 1);

/** Share of the way (0..1) travelled at share `t` (0..1) of the time. */
export function eased(ease: Ease, t: number): number {
  if (t <= 0) return 0;
  if (t >= 1) return 1;
  switch (ease) {
    case 'hold':
      return 0;
    case 'linear':
      return t;
    case 'in':
      return easeIn(t);
    case 'out':
      return easeOut(t);
    case 'both':
      return both(t);
  }
}

/** Smooth step without the cost of a bezier: 3t^2 - 2t^3. */
export const smooth = (t: number): number => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

export const mix = (a: number, b: number, t: number): number => a + (b - a) * t;

export const clamp = (value: number, low: number, high: number): number => (value < low ? low : value > high ? high : value);
