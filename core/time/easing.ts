import bezier from 'bezier-easing';

/** How a value leaves its key for the next one. The names are the animator's. */
export const EASES = ['both', 'in', 'out', 'linear', 'hold'] as const;
export type EaseName = (typeof EASES)[number];
/** A curve by its two handles, as in CSS: times in 0..1, values free, so that it may overshoot. */
export interface EaseCurve {
  readonly bezier: readonly [number, number, number, number];
}
export type Ease = EaseName | EaseCurve;

/** Handles of the named curves, as a curve of one's own has them; a hold has none. */
export const EASE_HANDLES: Readonly<Record<Exclude<EaseName, 'hold'>, EaseCurve['bezier']>> = {
  // Slow start and slow end; a little slower into the end, as drawn motion settles (motion.md, Poses and easing).
  both: [0.42, 0, 0.38, 1],
  in: [0.5, 0, 0.9, 0.7],
  out: [0.12, 0.35, 0.4, 1],
  linear: [1 / 3, 1 / 3, 2 / 3, 2 / 3],
};
/** Goes past its aim by a little and comes back. */
export const SETTLE: EaseCurve = { bezier: [0.42, 0.02, 0.34, 1.5] };

const both = bezier(...EASE_HANDLES.both);
const easeIn = bezier(...EASE_HANDLES.in);
const easeOut = bezier(...EASE_HANDLES.out);

const curves = new Map<string, (t: number) => number>();
const MOST_CURVES = 500;

function curveOf({ bezier: handles }: EaseCurve): (t: number) => number {
  const key = handles.join(' ');
  let curve = curves.get(key);
  if (!curve) {
    if (curves.size >= MOST_CURVES) curves.clear();
    curves.set(key, (curve = bezier(...handles)));
  }
  return curve;
}

/** Share of the way travelled at share `t` (0..1) of the time; a curve of one's own may leave 0..1 on its way. */
export function eased(ease: Ease, t: number): number {
  if (t <= 0) return 0;
  if (t >= 1) return 1;
  if (typeof ease === 'object') return curveOf(ease)(t);
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
