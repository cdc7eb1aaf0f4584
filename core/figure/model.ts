import type { Character } from '../document/schema.ts';
import { oklch, readOklch, type SkinTones, shadowOf, skinTones, stepped } from '../draw/colour.ts';
import type { Colour } from '../draw/picture.ts';
import { type Features, featuresOf } from './parts/features/index.ts';
import { type Proportions, proportionsOf } from './proportions.ts';
import type { Tone } from './sketch.ts';

/** A character with everything that its drawing needs and that no pose changes. */
export interface FigureModel {
  readonly character: Character;
  readonly p: Proportions;
  readonly features: Features;
  readonly lip: Colour;
  readonly skin: SkinTones;
  readonly skinTone: Tone;
  readonly hair: Tone & { readonly sheen: Colour; readonly deep: Colour };
  readonly iris: { readonly ring: Colour; readonly base: Colour };
  readonly brow: Colour;
  tone(slot: string): Tone;
  colour(slot: string): Colour;
  seam(slot: string): Colour;
}

/** Colours of slots that a character leaves unset. */
export const DEFAULT_COLOURS: Readonly<Record<string, Colour>> = {
  hair: '#4a3328',
  eyes: '#4f7f8f',
  primary: '#27425e',
  secondary: '#efe6d6',
  accent: '#d9a93f',
  accent2: '#3f6f8f',
  trousers: '#2b2f3a',
  shoes: '#463a36',
  metal: '#7a4b35',
  under: '#e9e4d8',
  outer: '#5d6f80',
  gloves: '#8a5a3c',
};

const memo = new WeakMap<Character, FigureModel>();

export function modelOf(character: Character): FigureModel {
  let model = memo.get(character);
  if (!model) memo.set(character, (model = build(character)));
  return model;
}

function build(character: Character): FigureModel {
  const p = proportionsOf(character.figure);
  const skin = skinTones(character.skin.position, character.skin.undertone);
  const colour = (slot: string): Colour => character.colours[slot] ?? DEFAULT_COLOURS[slot] ?? '#888888';
  const tones = new Map<string, Tone>();
  const tone = (slot: string): Tone => {
    let known = tones.get(slot);
    if (!known) {
      const base = colour(slot);
      known = { base, shadow: shadowOf(base) };
      tones.set(slot, known);
    }
    return known;
  };
  const hairBase = colour('hair');
  const { l, c, h } = readOklch(hairBase);
  const eyes = readOklch(colour('eyes'));
  // Brows keep .12 of lightness from the skin, on the deepest skin by going darker (design.md, 11).
  const skinL = readOklch(skin.base).l;
  const browL = Math.abs(skinL - (l - 0.06)) < 0.12 ? skinL - 0.15 : l - 0.06 - (p.elder > 0.5 ? -0.02 : 0);
  return {
    character,
    p,
    features: featuresOf(character),
    lip: character.colours.lips ?? skin.lip,
    skin,
    skinTone: { base: skin.base, shadow: skin.shadow },
    hair: { ...tone('hair'), sheen: oklch(Math.min(0.97, l + 0.1), c, h), deep: stepped(hairBase, -0.07) },
    iris: { base: colour('eyes'), ring: oklch(eyes.l - 0.12, eyes.c + 0.01, eyes.h) },
    brow: oklch(Math.max(0.16, browL), c, h),
    tone,
    colour,
    seam: (slot) => stepped(colour(slot), -0.09),
  };
}
