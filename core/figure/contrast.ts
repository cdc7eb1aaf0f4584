import type { Character } from '../document/schema.ts';
import { contrast, mixed, readOklch, skinTones, stepped } from '../draw/colour.ts';
import type { Colour } from '../draw/picture.ts';
import { bodyOf } from './mascots/index.ts';
import { modelOf } from './model.ts';
import { heightOf } from './proportions.ts';
import { wearOf } from './wear.ts';

/** What of a figure is compared with what lies behind it. */
export type Zone = 'head' | 'trunk' | 'legs';

export interface Compared {
  readonly zone: Zone;
  /** The figure's colour there, the colour slot it comes from (undefined: skin), and the mean of the backdrop behind it. */
  readonly colour: Colour;
  readonly slot: string | undefined;
  readonly ground: Colour;
  /** WCAG contrast ratio, 1..21. */
  readonly ratio: number;
  readonly enough: boolean;
}

/** Below this ratio two flat areas are hard to tell apart at a glance (a rule of thumb: about a tenth of lightness in OKLCH). */
export const LEAST_CONTRAST = 1.35;

/** A backdrop's pixels: straight RGBA, row by row, of the whole frame. */
export interface Ground {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray | Uint8Array;
}

/** Where a figure stands on the stage: stage units, origin in the middle of a frame of `width` x `height` units. */
export interface Standing {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly frame: { readonly width: number; readonly height: number };
}

/** Shares of a figure's height, from the floor, that each zone takes in. */
const ZONES: Readonly<Record<Zone, readonly [number, number]>> = { head: [0.78, 1], trunk: [0.45, 0.76], legs: [0.06, 0.42] };

/** Mean colour of the backdrop behind a zone: a strip somewhat wider than the figure. */
function behind(ground: Ground, at: Standing, tall: number, [low, high]: readonly [number, number]): Colour {
  const k = ground.width / at.frame.width;
  const px = (x: number): number => Math.min(ground.width - 1, Math.max(0, Math.round((x + at.frame.width / 2) * k)));
  const py = (y: number): number => Math.min(ground.height - 1, Math.max(0, Math.round((y + at.frame.height / 2) * k)));
  const [left, right] = [px(at.x - 80 * at.scale), px(at.x + 80 * at.scale)];
  const [top, bottom] = [py(at.y - tall * at.scale * high), py(at.y - tall * at.scale * low)];
  const sum = [0, 0, 0];
  let count = 0;
  for (let y = top; y <= bottom; y++)
    for (let x = left; x <= right; x++) {
      const n = (y * ground.width + x) * 4;
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (ground.data[n + c] as number);
      count++;
    }
  const hex = sum.map((value) =>
    Math.round(value / Math.max(1, count))
      .toString(16)
      .padStart(2, '0'),
  );
  return `#${hex.join('')}`;
}

/** A figure's colours zone by zone: skin of the head, the outermost cloth, what covers the legs. */
function coloursOf(character: Character): Record<Zone, { colour: Colour; slot: string | undefined }> {
  const model = modelOf(character);
  if (character.picture) {
    const skin = { colour: character.picture.lids.skin, slot: undefined };
    return { head: skin, trunk: skin, legs: skin };
  }
  if (character.kind === 'mascot') {
    const body = { colour: model.colour('primary'), slot: 'primary' };
    return { head: body, trunk: body, legs: body };
  }
  const wear = wearOf(character);
  const cloth = wear.layers.at(-1)?.cloth ?? 'primary';
  const legs = wear.skirt?.cloth ?? wear.legs?.cloth;
  const skin = { colour: skinTones(character.skin.position, character.skin.undertone).base, slot: undefined };
  return { head: skin, trunk: { colour: model.colour(cloth), slot: cloth }, legs: legs ? { colour: model.colour(legs), slot: legs } : skin };
}

/** Compares a figure with the backdrop where it stands. */
export function contrastOf(character: Character, ground: Ground, at: Standing): Compared[] {
  const tall = heightOf(bodyOf(character));
  const own = coloursOf(character);
  return (Object.keys(ZONES) as Zone[]).map((zone) => {
    const { colour, slot } = own[zone];
    const back = behind(ground, at, tall, ZONES[zone]);
    const ratio = contrast(colour, back);
    return { zone, colour, slot, ground: back, ratio, enough: ratio >= LEAST_CONTRAST };
  });
}

/** The nearest place on the skin ramp that stands off from a ground, of the same undertone; undefined where none does. */
export function betterSkin({ position, undertone }: Character['skin'], ground: Colour, least = LEAST_CONTRAST * 1.15): number | undefined {
  for (let step = 0.01; step <= 1; step += 0.01)
    for (const at of [position - step, position + step]) if (at >= 0 && at <= 1 && contrast(skinTones(at, undertone).base, ground) >= least) return Math.round(at * 100) / 100;
  return undefined;
}

/** The nearest shade of a colour that stands off from a ground: lighter or darker, whichever is the shorter way. */
export function betterShade(colour: Colour, ground: Colour, least = LEAST_CONTRAST * 1.15): Colour {
  const { l } = readOklch(colour);
  for (let step = 0.02; step <= 0.7; step += 0.02)
    for (const way of readOklch(ground).l > l ? [-1, 1] : [1, -1]) {
      if (l + way * step < 0.12 || l + way * step > 0.97) continue;
      const shade = stepped(colour, Math.round(way * step * 100) / 100);
      if (contrast(shade, ground) >= least) return shade;
    }
  return mixed(colour, readOklch(ground).l > 0.5 ? '#000000' : '#ffffff', 0.6);
}
