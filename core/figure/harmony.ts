import { oklch } from '../draw/colour.ts';
import type { dice } from '../draw/hash.ts';
import type { Colour } from '../draw/picture.ts';

/** Hues between which a middling colour is mud: olive and brown, OKLCH degrees. */
const MUDDY = [48, 118] as const;

/** A cloth colour of a hue that is never mud: between orange and green it is either bright, as mustard is, or dark and quiet, as leather is. */
export function cloth(l: number, c: number, h: number): Colour {
  const hue = ((h % 360) + 360) % 360;
  if (hue < MUDDY[0] || hue > MUDDY[1] || c < 0.035) return oklch(l, c, hue);
  return l > 0.56 ? oklch(Math.max(0.76, l), Math.max(0.11, c), hue) : oklch(Math.min(0.36, l), Math.min(0.055, c), hue);
}

/** Where the third colour lies from the first: beside it, across, or to either side of what is across. */
const SCHEMES = [
  [28, 180],
  [-28, 180],
  [150, 210],
  [180, 32],
  [120, 240],
] as const;

/** Colours by slot of somebody who dresses by a rule: one leading colour, one beside it, one against it, the rest quiet (a harmony of three hues). */
export function harmony(chance: ReturnType<typeof dice>): Record<string, Colour> {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(chance.next() * list.length)] as T;
  const hue = chance.between(0, 360);
  const [beside, against] = pick(SCHEMES);
  const strength = chance.between(0.085, 0.135);
  const lead = chance.next() < 0.22 ? cloth(chance.between(0.84, 0.93), strength * 0.32, hue) : cloth(chance.between(0.42, 0.66), strength, hue);
  const second = cloth(chance.between(0.45, 0.72), strength * chance.between(0.7, 1), hue + beside);
  const third = cloth(chance.between(0.6, 0.8), Math.min(0.15, strength * 1.2), hue + against);
  // Legs and shoes carry the figure: dark and quiet, in the air of the leading colour, or blue as jeans are.
  const dark = (): Colour => cloth(chance.between(0.27, 0.4), chance.between(0.012, 0.045), pick([hue, 255, 262]));
  const pale = (): Colour => cloth(chance.between(0.9, 0.955), chance.between(0.008, 0.026), pick([85, hue]));
  return {
    primary: lead,
    secondary: chance.next() < 0.6 ? pale() : second,
    accent: third,
    accent2: second,
    trousers: chance.next() < 0.72 ? dark() : chance.next() < 0.5 ? second : pale(),
    shoes: chance.next() < 0.7 ? cloth(chance.between(0.27, 0.42), 0.035, pick([45, 60, 255])) : third,
    metal: cloth(chance.between(0.4, 0.55), 0.03, pick([250, 60])),
    under: chance.next() < 0.75 ? pale() : second,
    outer: chance.next() < 0.5 ? dark() : chance.next() < 0.6 ? second : cloth(chance.between(0.5, 0.7), 0.02, hue),
    gloves: cloth(0.36, 0.045, pick([50, 255])),
  };
}
