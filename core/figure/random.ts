import type { Character } from '../document/schema.ts';
import { dice } from '../draw/hash.ts';
import { misfit } from './fit.ts';
import { harmony } from './harmony.ts';
import { mascotOptions } from './mascots/index.ts';
import { MAKE_SLOTS } from './mascots/makes.ts';
import { FEATURE_SLOTS } from './parts/features/index.ts';
import { EXTRAS, optionsOf, type Slot } from './parts/index.ts';

export type Look = Pick<Character, 'figure' | 'parts' | 'skin' | 'colours'> & Partial<Pick<Character, 'extras'>>;

/** Hair colours that people have, and two that they choose. */
const HAIRS = ['#2a2022', '#2c2530', '#3b2a22', '#5a3b28', '#7d5433', '#a9763f', '#d3ab64', '#9c4a2a', '#c9642f', '#8d8a8c', '#dfe0e2', '#37508c', '#8c3f6d'] as const;
const EYE_COLOURS = ['#4a2d1e', '#4a3226', '#6b4a2b', '#4f7f8f', '#3d6b8f', '#5d7f4a', '#7a7f86'] as const;

/** What nobody wears over a headscarf. */
const NOT_WITH_SCARF = ['tie', 'bow-tie', 'necklace', 'medal', 'scarf', 'earrings'] as const;

/**
 * A look by chance from a seed. `locked` slots, colours ("colour:hair"), "skin" and "figure" stay as `from` has them.
 * Gives combinations that can be worn: a one-piece or a top and a bottom, never a beard on a child.
 */
export function randomLook(seed: number, from?: Look, locked: ReadonlySet<string> = new Set()): Look {
  const chance = dice(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(chance.next() * list.length)] as T;
  const signed = (): number => chance.between(-1, 1);
  const age = chance.next() < 0.15 ? chance.between(6, 13) : chance.next() < 0.2 ? chance.between(62, 88) : chance.between(17, 60);
  const figure =
    from && locked.has('figure')
      ? from.figure
      : {
          age: Math.round(age),
          build: signed(),
          height: signed(),
          shoulders: signed(),
          hips: signed(),
          headWidth: signed() * 0.7,
          headLength: signed() * 0.7,
          jaw: signed(),
          chin: signed(),
        };
  const parts: Record<string, string> = {};
  const choose = (slot: Slot, share = 1): void => {
    if (chance.next() < share) parts[slot] = pick(optionsOf(slot)).id;
  };
  for (const slot of FEATURE_SLOTS) choose(slot);
  choose('hair');
  choose('headwear', 0.22);
  choose('glasses', 0.25);
  choose('facialHair', figure.age > 20 ? 0.22 : 0);
  if (chance.next() < 0.2) {
    choose('onePiece');
    if (parts.onePiece === 'dungarees') choose('under');
  } else {
    choose('under', 0.7);
    choose('top', parts.under ? 0.5 : 1);
    choose('bottom');
  }
  choose('outer', figure.age < 8 ? 0.1 : 0.25);
  choose('shoes');
  choose('gloves', 0.05);
  const colours: Record<string, string> = { hair: figure.age > 62 ? pick(HAIRS.slice(9, 11)) : pick(HAIRS.slice(0, chance.next() < 0.06 ? 13 : 9)), eyes: pick(EYE_COLOURS) };
  Object.assign(colours, harmony(chance));
  const skin = from && locked.has('skin') ? from.skin : { position: chance.next(), undertone: signed() };
  const extras: Record<string, true> = {};
  for (let n = Math.floor(chance.next() * 2.4); n > 0; n--) {
    const extra = pick(EXTRAS);
    if (!extra.limb) extras[extra.id] = true;
  }
  if (from)
    for (const key of locked) {
      if (key.startsWith('colour:')) {
        const slot = key.slice(7);
        if (from.colours[slot]) colours[slot] = from.colours[slot];
      } else if (key !== 'skin' && key !== 'figure') {
        delete parts[key];
        if (from.parts[key]) parts[key] = from.parts[key];
      }
    }
  if (parts.headwear === 'headscarf') {
    if (!locked.has('facialHair')) delete parts.facialHair;
    for (const extra of NOT_WITH_SCARF) delete extras[extra];
  }
  // What came to exclude each other by chance is taken off, unless it is locked.
  for (const slot of ['headwear', 'glasses', 'facialHair', 'onePiece'] as const)
    if (parts[slot] && !locked.has(slot) && misfit({ parts, extras, figure }, slot, parts[slot])) delete parts[slot];
  for (const extra of Object.keys(extras)) if (misfit({ parts, extras, figure }, 'extras', extra)) delete extras[extra];
  return { figure, parts, skin, colours, ...(Object.keys(extras).length ? { extras } : {}) };
}

/** A person by chance. */
export const randomPerson = (seed: number, id = 'ch_000000000000'): Character => ({
  id,
  order: 'a0',
  name: `Figure ${seed}`,
  kind: 'person',
  temper: { lively: 0.5, tense: 0.3 },
  ...randomLook(seed),
});

/** What a mascot could be like by chance, but for the locked slots: body, face, limbs, proportions and colours. */
export function randomMake(seed: number, from: Character, locked: ReadonlySet<string> = new Set()): Pick<Character, 'figure' | 'parts' | 'colours'> {
  const chance = dice(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(chance.next() * list.length)] as T;
  const parts: Record<string, string> = { ...from.parts };
  for (const slot of ['body', ...MAKE_SLOTS] as const) {
    const { id } = pick(mascotOptions(slot));
    if (!locked.has(slot)) parts[slot] = id;
  }
  const signed = (): number => Math.round((chance.next() + chance.next() - 1) * 50) / 50;
  const figure = { ...from.figure };
  if (!locked.has('figure')) for (const dial of ['build', 'height', 'shoulders', 'hips', 'headWidth', 'headLength'] as const) figure[dial] = signed();
  const colours: Record<string, string> = { ...from.colours };
  const chosen = harmony(chance);
  for (const slot of ['primary', 'secondary', 'accent', 'metal', 'shoes']) if (!locked.has(`colour:${slot}`)) colours[slot] = chosen[slot] as string;
  return { figure, parts, colours };
}
