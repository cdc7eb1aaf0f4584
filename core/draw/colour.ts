import { clampChroma, converter, formatHex, parse, wcagContrast } from 'culori';
import type { Colour } from './picture.ts';

const toOklch = converter('oklch');
const toRgb = converter('rgb');

export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

const cache = new Map<string, Colour>();

/** OKLCH (h in degrees) to the nearest `#rrggbb` that a screen can show, chroma reduced, lightness and hue kept. */
export function oklch(l: number, c: number, h: number): Colour {
  const key = `${l.toFixed(4)} ${c.toFixed(4)} ${h.toFixed(2)}`;
  let hex = cache.get(key);
  if (!hex) {
    hex = formatHex(clampChroma({ mode: 'oklch', l: Math.min(1, Math.max(0, l)), c: Math.max(0, c), h }, 'oklch')) as Colour;
    cache.set(key, hex);
  }
  return hex;
}

/** How far outside of the screen's colours rounding may carry one that lies on their edge. */
const ROUNDING = 1e-3;

/** OKLCH to `#rrggbb` where the screen can show it, rounding let be: a colour that was read comes back the same. */
export function oklchExact(l: number, c: number, h: number): Colour {
  const rgb = toRgb({ mode: 'oklch', l, c, h });
  const fits = [rgb.r, rgb.g, rgb.b].every((level) => level > -ROUNDING && level < 1 + ROUNDING);
  return fits ? (formatHex(rgb) as Colour) : oklch(l, c, h);
}

/** A colour's OKLCH; throws for text that is no colour. */
export function readOklch(colour: Colour): Oklch {
  const parsed = parse(colour);
  if (!parsed) throw new Error(`"${colour}" is not a colour. Write it as #rrggbb.`);
  const { l, c, h } = toOklch(parsed);
  return { l, c, h: h ?? 0 };
}

/** A step along lightness, chroma and hue. */
export function stepped(colour: Colour, dl: number, dc = 0, dh = 0): Colour {
  const key = `${colour} ${dl} ${dc} ${dh}`;
  let hex = cache.get(key);
  if (!hex) {
    const { l, c, h } = readOklch(colour);
    hex = oklch(l + dl, c + dc, h + dh);
    cache.set(key, hex);
  }
  return hex;
}

/** The light of a part's shadow side: OKLCH(.83 .045 285), multiplied (design.md, 10 Surface). */
const SHADOW_LIGHT = toRgb({ mode: 'oklch', l: 0.83, c: 0.045, h: 285 });

/** Shadow tone of a cloth, hair or thing: base multiplied by the cool shadow light, weaker on near-whites. */
export function shadowOf(colour: Colour): Colour {
  const key = `shadow ${colour}`;
  let hex = cache.get(key);
  if (!hex) {
    const parsed = parse(colour);
    if (!parsed) throw new Error(`"${colour}" is not a colour. Write it as #rrggbb.`);
    const rgb = toRgb(parsed);
    const { l } = toOklch(parsed);
    const strength = l > 0.8 ? 1 - Math.min(0.35, (l - 0.8) * 2) : 1;
    const part = (value: number, light: number): number => value * (1 + (light - 1) * strength);
    hex = formatHex({ mode: 'rgb', r: part(rgb.r, SHADOW_LIGHT.r), g: part(rgb.g, SHADOW_LIGHT.g), b: part(rgb.b, SHADOW_LIGHT.b) }) as Colour;
    cache.set(key, hex);
  }
  return hex;
}

/** Straight mix of two colours in sRGB, as a thin cover of `over` would look. */
export function mixed(under: Colour, over: Colour, share: number): Colour {
  const a = toRgb(parse(under) ?? { mode: 'rgb', r: 0, g: 0, b: 0 });
  const b = toRgb(parse(over) ?? { mode: 'rgb', r: 0, g: 0, b: 0 });
  const at = (x: number, y: number): number => x + (y - x) * share;
  return formatHex({ mode: 'rgb', r: at(a.r, b.r), g: at(a.g, b.g), b: at(a.b, b.b) }) as Colour;
}

/** WCAG contrast of two colours, 1..21. */
export const contrast = (a: Colour, b: Colour): number => wcagContrast(a, b);

/** Places on the ramp of human skin: position, L, C, H (design.md, 10 Skin ramp). */
const SKIN: readonly (readonly [number, number, number, number])[] = [
  [0, 0.905, 0.04, 62],
  [0.18, 0.845, 0.062, 61],
  [0.36, 0.765, 0.08, 58],
  [0.52, 0.675, 0.088, 55],
  [0.68, 0.575, 0.082, 52],
  [0.84, 0.47, 0.064, 49],
  [1, 0.375, 0.047, 46],
];

export interface SkinTones {
  readonly base: Colour;
  readonly shadow: Colour;
  readonly blush: Colour;
  readonly lip: Colour;
  /** Fine lines: creases, ear folds. */
  readonly line: Colour;
  /** Strong lines: the closed mouth, lashes. */
  readonly dark: Colour;
}

/**
 * All tones of a skin from its place on the ramp (0 lightest .. 1 deepest) and undertone (-1 cool .. 1 warm, 6
 * degrees of hue).
 */
export function skinTones(position: number, undertone: number): SkinTones {
  const p = Math.min(1, Math.max(0, position));
  const upper = Math.max(
    1,
    SKIN.findIndex((row) => row[0] >= p),
  );
  const a = SKIN[upper - 1] as readonly [number, number, number, number];
  const b = SKIN[upper] as readonly [number, number, number, number];
  const t = (p - a[0]) / (b[0] - a[0]);
  const l = a[1] + (b[1] - a[1]) * t;
  const c = a[2] + (b[2] - a[2]) * t;
  const h = a[3] + (b[3] - a[3]) * t + undertone * 6;
  const lipStep = l < 0.5 ? 0.1 : 0.13;
  return {
    base: oklch(l, c, h),
    shadow: oklch(l - 0.075, c + 0.018, h - 9),
    blush: oklch(l - 0.055, c + 0.045, h - 22),
    lip: oklch(l - lipStep, c + 0.055, h - 32),
    line: oklch(l - 0.17, c + 0.028, h - 12),
    dark: oklch(Math.max(0.2, l * 0.55), Math.max(0.03, c * 0.7), h - 12),
  };
}
