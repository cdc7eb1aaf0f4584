import type { Character } from '../document/schema.ts';
import { clamp, mix } from '../time/easing.ts';

/** Lengths of a figure in units (1 HU = 100 = face height of an adult). Sources: design.md, section 10, Body. */
export interface Proportions {
  readonly torso: number;
  readonly shoulder: number;
  readonly chest: number;
  readonly waist: number;
  readonly hip: number;
  readonly upperArm: number;
  readonly foreArm: number;
  readonly thigh: number;
  readonly shin: number;
  readonly armTop: number;
  readonly armEnd: number;
  readonly legTop: number;
  readonly legEnd: number;
  readonly ankle: number;
  readonly neck: number;
  readonly headWidth: number;
  readonly headHeight: number;
  readonly jaw: number;
  readonly chin: number;
  readonly eyeScale: number;
  readonly eyeY: number;
  readonly mouthY: number;
  readonly noseY: number;
  readonly hand: number;
  readonly foot: number;
  /** Half width of the neck. */
  readonly neckHalf: number;
  /** How far the belly stands out before the chest. */
  readonly belly: number;
  /** 0 child .. 1 adult, and 0 .. 1 past sixty. */
  readonly grown: number;
  readonly elder: number;
  /** Arms at ease where they differ from a person's. */
  readonly atEase?: Readonly<Record<'L' | 'R', { upper: number; elbow: number; wrist: number }>>;
}

type Row = readonly [number, number, number, number, number, number, number, number, number, number, number, number, number];

/** torso shoulder chest waist hip upper fore thigh shin armTop armEnd legTop legEnd (bodies.md, 2; arms and legs without cloth) */
const SLIM: Row = [115, 48, 38, 31, 40, 67, 61, 96, 93, 13.2, 8.8, 22, 11.6];
const MIDDLE: Row = [121, 57, 47, 41, 46, 70, 64, 98, 94, 15.6, 10.2, 25.4, 14];
const STOUT: Row = [126, 63, 59, 62, 58, 72, 64, 93, 89, 19.4, 12, 30, 16.6];
const TEEN: Row = [110, 47, 38, 33, 37, 67, 62, 97, 95, 12.6, 9.2, 20.6, 11.2];
const CHILD: Row = [78, 37, 33, 34.5, 35.5, 44, 41, 51, 49, 12, 8.6, 19.4, 12.4];

const between = (a: Row, b: Row, t: number): Row => a.map((value, index) => mix(value, b[index] as number, t)) as unknown as Row;

const memo = new WeakMap<Character['figure'], Proportions>();

/** Continuous figure from its dials: each dial -1..1 about the middle, age in years. */
export function proportionsOf(figure: Character['figure']): Proportions {
  let known = memo.get(figure);
  if (!known) memo.set(figure, (known = compute(figure)));
  return known;
}

function compute({ age, build, height, shoulders, hips, headWidth, headLength, jaw, chin }: Character['figure']): Proportions {
  const adult = build < 0 ? between(MIDDLE, SLIM, -build) : between(MIDDLE, STOUT, build);
  const grown = clamp((age - 8) / 10, 0, 1);
  const elder = clamp((age - 60) / 20, 0, 1);
  // Limbs shoot up first: somebody of fifteen has an adult's arms and legs on a thin trunk.
  const shot = clamp(1 - Math.abs(age - 14.5) / 3.5, 0, 1) * 0.75;
  const row = between(between(CHILD, adult, grown), between(TEEN, adult, Math.abs(build) * 0.4), shot);
  const legs = 1 + height * 0.15 - elder * 0.06;
  const trunk = 1 + height * 0.06 - elder * 0.03;
  const arms = 1 + height * 0.1;
  const strong = Math.max(0, shoulders) * grown;
  return {
    torso: row[0] * trunk,
    shoulder: row[1] * (1 + shoulders * 0.16) * (1 - elder * 0.05),
    chest: row[2] * (1 + shoulders * 0.12),
    waist: row[3] * (1 - shoulders * 0.02 + hips * 0.03),
    hip: row[4] * (1 + hips * 0.2 - strong * 0.03),
    upperArm: row[5] * arms,
    foreArm: row[6] * arms,
    thigh: row[7] * legs,
    shin: row[8] * legs,
    armTop: row[9] * (1 + strong * 0.2),
    armEnd: row[10] * (1 + strong * 0.08),
    legTop: row[11] * (1 + Math.max(0, hips) * 0.12),
    legEnd: row[12],
    ankle: 18,
    neck: mix(4, 10, grown) + height * 2 - Math.max(0, build) * 3,
    headWidth: 41.5 + headWidth * 3.4,
    headHeight: 49 + headLength * 4.6 - (1 - grown) * 1.5,
    jaw: 1 + jaw * 0.1 - (1 - grown) * 0.03 + Math.max(0, build) * 0.03,
    chin: 2.5 + chin * 2.5,
    eyeScale: mix(1.14, 1, grown),
    eyeY: mix(6.5, 3, grown),
    mouthY: mix(30, 32, grown),
    noseY: mix(15.5, 17, grown),
    hand: mix(0.72, mix(1, 0.96, shot), Math.max(grown, shot)) * (1 + Math.max(0, build) * 0.06 - Math.max(0, -build) * 0.08),
    foot: mix(0.78, 1.1, Math.max(grown, shot)) * (1 + Math.max(0, build) * 0.05),
    neckHalf: mix(10.5, 14.4, grown) + build * 2.6 * grown + strong * 2.6 - shot,
    belly: Math.max(0, build) * 11 * grown + elder * 2,
    grown,
    elder,
  };
}

/** Hip joints' height over the floor when standing. */
export const standing = (p: Proportions): number => (p.thigh + p.shin) * 0.999 + p.ankle;

/** Height from floor to crown, hair excluded. */
export const heightOf = (p: Proportions): number => standing(p) + p.torso + p.neck + p.headHeight * 2;

/** Where a foot rests sideways of the middle. */
export const stanceOf = (p: Proportions): number => p.hip * 0.5 + 3;
