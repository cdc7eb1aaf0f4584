import type { PictureFace } from '../document/schema.ts';

type Spot = readonly [number, number];
type Three = PictureFace['mouth'];

/** A dark piece of a picture, in pixels: its size, and its left end, middle and right end. */
export interface Stripe {
  readonly width: number;
  readonly height: number;
  readonly ends: readonly [Spot, Spot, Spot];
}

/** Of the way between the eyes: how far above an eye's upper edge a brow lies, how wide it is, how far aside. */
const ABOVE = [-0.06, 0.55] as const;
const WIDE = [0.22, 1.0] as const;
const ASIDE = 0.3;
/** Both are of about one size and height. */
const ALIKE = 0.55;
const LEVEL = 0.22;

/**
 * The brows of a face that was found: a stripe over each eye, alike on both sides; inner end first. Undefined where there are none.
 * `stripes` are dark pieces of a picture of `width` x `height` pixels.
 */
export function suggestedBrows({ left, right }: Pick<PictureFace, 'left' | 'right'>, stripes: readonly Stripe[], width: number, height: number): PictureFace['brows'] | undefined {
  const dx = (right.x - left.x) * width;
  const dy = (right.y - left.y) * height;
  const apart = Math.hypot(dx, dy);
  const [across, down]: [Spot, Spot] = [
    [dx / apart, dy / apart],
    [-dy / apart, dx / apart],
  ];
  const over = (eye: PictureFace['left']) =>
    stripes.flatMap((stripe) => {
      const [mx, my] = [stripe.ends[1][0] + 0.5 - eye.x * width, stripe.ends[1][1] + 0.5 - eye.y * height];
      const up = (-(mx * down[0] + my * down[1]) - eye.halfHeight * height) / apart;
      const aside = (mx * across[0] + my * across[1]) / apart;
      const wide = Math.hypot(stripe.ends[2][0] - stripe.ends[0][0], stripe.ends[2][1] - stripe.ends[0][1]) / apart;
      if (up < ABOVE[0] || up > ABOVE[1] || wide < WIDE[0] || wide > WIDE[1] || Math.abs(aside) > ASIDE || stripe.height > stripe.width) return [];
      return [{ stripe, up, wide }];
    });
  let best: { pair: readonly [Stripe, Stripe]; score: number } | undefined;
  for (const a of over(left))
    for (const b of over(right)) {
      const alike = Math.min(a.wide, b.wide) / Math.max(a.wide, b.wide);
      const level = Math.abs(a.up - b.up);
      if (a.stripe === b.stripe || alike < ALIKE || level > LEVEL) continue;
      // Nearer to the eye and wider is likelier: hair lies farther up.
      const score = alike - level - (a.up + b.up) / 2 + (a.wide + b.wide) / 4;
      if (!best || score > best.score) best = { pair: [a.stripe, b.stripe], score };
    }
  if (!best) return undefined;
  const at = ([x, y]: Spot): [number, number] => [(x + 0.5) / width, (y + 0.5) / height];
  const [l, r] = best.pair;
  return { left: [at(l.ends[2]), at(l.ends[1]), at(l.ends[0])] as Three, right: [at(r.ends[0]), at(r.ends[1]), at(r.ends[2])] as Three };
}
