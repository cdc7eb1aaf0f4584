import type { Character } from '../../document/schema.ts';
import type { PartInfo } from '../parts/part.ts';

/** Eyes of a mascot about the plain ones: size across and up, lids, lashes; `dot` has no white. */
export interface MascotEyes extends PartInfo {
  readonly width: number;
  readonly height: number;
  readonly iris: number;
  readonly lid: number;
  readonly lash: number;
  readonly tilt: number;
  readonly dot?: boolean;
}
export interface MascotBrows extends PartInfo {
  /** Thickness and length about the plain ones, rise of the middle; thickness 0 is none. */
  readonly thick: number;
  readonly long: number;
  readonly arch: number;
}
export interface MascotCheeks extends PartInfo {
  readonly look: 'own' | 'none' | 'rosy' | 'freckles';
}
export interface MascotArms extends PartInfo {
  /** Thickness and length about the plain ones, and whether joints are shown; thickness 0 is none. */
  readonly thick: number;
  readonly long: number;
  readonly joints?: boolean;
}
export interface MascotHands extends PartInfo {
  readonly kind: 'fingers' | 'mitten' | 'ball' | 'claw';
}
export interface MascotLegs extends PartInfo {
  readonly kind: 'shoes' | 'feet' | 'sticks' | 'wheels' | 'none';
  /** Length about the plain ones. */
  readonly long: number;
}

const EYE = { width: 1, height: 1, iris: 1, lid: 0, lash: 0.5, tilt: 0 };

/** What a mascot's face and limbs are made of: a line each. The first of a slot is what it has if nothing was chosen. */
export const MASCOT_MAKES = {
  eyes: [
    { ...EYE, id: 'round', name: 'Round' },
    { ...EYE, id: 'tall', name: 'Tall', width: 0.86, height: 1.22 },
    { ...EYE, id: 'wide', name: 'Wide awake', width: 1.16, height: 1.16, iris: 0.84 },
    { ...EYE, id: 'sleepy', name: 'Sleepy', lid: 0.26, height: 0.96 },
    { ...EYE, id: 'sly', name: 'Sly', width: 1.1, height: 0.86, tilt: 2.2, lid: 0.1 },
    { ...EYE, id: 'lashed', name: 'Lashed', lash: 1.5, tilt: 0.8 },
    { ...EYE, id: 'button', name: 'Buttons', dot: true },
  ] as readonly MascotEyes[],
  brows: [
    { id: 'arcs', name: 'Arcs', thick: 1, long: 1, arch: 0 },
    { id: 'thick', name: 'Thick', thick: 1.9, long: 1.1, arch: -1 },
    { id: 'short', name: 'Short', thick: 1.4, long: 0.6, arch: 0 },
    { id: 'high', name: 'High arcs', thick: 0.9, long: 1, arch: 3 },
    { id: 'none', name: 'None', thick: 0, long: 1, arch: 0 },
  ] as readonly MascotBrows[],
  cheeks: [
    { id: 'own', name: 'As made', look: 'own' },
    { id: 'rosy', name: 'Rosy', look: 'rosy' },
    { id: 'freckles', name: 'Freckles', look: 'freckles' },
    { id: 'none', name: 'None', look: 'none' },
  ] as readonly MascotCheeks[],
  arms: [
    { id: 'tubes', name: 'Tubes', thick: 1, long: 1 },
    { id: 'thin', name: 'Thin', thick: 0.55, long: 1.12 },
    { id: 'stout', name: 'Stout', thick: 1.5, long: 0.88 },
    { id: 'jointed', name: 'Jointed', thick: 0.85, long: 1.05, joints: true },
    { id: 'long', name: 'Long', thick: 0.9, long: 1.4 },
    { id: 'none', name: 'None', thick: 0, long: 1 },
  ] as readonly MascotArms[],
  hands: [
    { id: 'fingers', name: 'Three fingers', kind: 'fingers' },
    { id: 'mittens', name: 'Mittens', kind: 'mitten' },
    { id: 'balls', name: 'Balls', kind: 'ball' },
    { id: 'claws', name: 'Claws', kind: 'claw' },
  ] as readonly MascotHands[],
  legs: [
    { id: 'shoes', name: 'Shoes', kind: 'shoes', long: 1 },
    { id: 'sticks', name: 'Long legs', kind: 'sticks', long: 2.1 },
    { id: 'feet', name: 'Bare feet', kind: 'feet', long: 0.9 },
    { id: 'wheels', name: 'Wheels', kind: 'wheels', long: 1 },
    { id: 'none', name: 'None, it hovers', kind: 'none', long: 1 },
  ] as readonly MascotLegs[],
} as const;

export type MascotSlot = keyof typeof MASCOT_MAKES | 'body';
export const MAKE_SLOTS = Object.keys(MASCOT_MAKES) as (keyof typeof MASCOT_MAKES)[];

export type MascotMake = { readonly [K in keyof typeof MASCOT_MAKES]: (typeof MASCOT_MAKES)[K][number] };

/** What a body has if nothing was chosen, where that is not the first of the slot. */
const OWN: Readonly<Record<string, Readonly<Record<string, string>>>> = { 'harbour-robot': { hands: 'claws' } };

const memo = new WeakMap<object, MascotMake>();

/** What a mascot is made of; what it leaves open, or what is unknown, is the first of its slot. */
export function makeOf(character: Pick<Character, 'parts'>): MascotMake {
  let made = memo.get(character);
  if (!made) {
    const find = <K extends keyof typeof MASCOT_MAKES>(slot: K): MascotMake[K] =>
      ((MASCOT_MAKES[slot] as readonly PartInfo[]).find(({ id }) => id === (character.parts[slot] ?? OWN[character.parts.body ?? '']?.[slot])) ??
        MASCOT_MAKES[slot][0]) as MascotMake[K];
    made = { eyes: find('eyes'), brows: find('brows'), cheeks: find('cheeks'), arms: find('arms'), hands: find('hands'), legs: find('legs') };
    memo.set(character, made);
  }
  return made;
}
