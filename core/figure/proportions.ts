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
  /** 0 child .. 1 adult, and 0 .. 1 past sixty. */
  readonly grown: number;
  readonly elder: number;
  /** Arms at ease where they differ from a person's. */
  readonly atEase?: Readonly<Record<'L' | 'R', { upper: number; elbow: number; wrist: number }>>;
}

type Row = readonly [number, number, number, number, number, number, number, number, number, number, number, number, number];

/** torso shoulder chest waist hip upper fore thigh shin armTop armEnd legTop legEnd */
const SLIM: Row = [116, 50, 42, 36, 44, 72, 66, 94, 92, 14.5, 9.5, 24, 13];
const MIDDLE: Row = [121, 57, 47, 43, 47, 74, 68, 97, 93, 15.6, 10.2, 25.4, 14];
const STOUT: Row = [124, 64, 60, 62, 62, 73, 66, 94, 90, 19, 12.5, 29, 17];
const CHILD: Row = [78, 38, 33, 33, 34, 46, 42, 52, 50, 12.5, 8.8, 19, 12.5];

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
  const row = between(CHILD, adult, grown);
  const legs = 1 + height * 0.15 - elder * 0.05;
  const trunk = 1 + height * 0.06;
  const arms = 1 + height * 0.1;
  return {
    torso: row[0] * trunk,
    shoulder: row[1] * (1 + shoulders * 0.12) * (1 - elder * 0.04),
    chest: row[2] * (1 + shoulders * 0.07),
    waist: row[3],
    hip: row[4] * (1 + hips * 0.14),
    upperArm: row[5] * arms,
    foreArm: row[6] * arms,
    thigh: row[7] * legs,
    shin: row[8] * legs,
    armTop: row[9],
    armEnd: row[10],
    legTop: row[11],
    legEnd: row[12],
    ankle: 18,
    neck: mix(6, 13, grown) + height * 2,
    headWidth: 41.5 + headWidth * 3.4,
    headHeight: 49 + headLength * 4.6 - (1 - grown) * 1.5,
    jaw: 1 + jaw * 0.1 - (1 - grown) * 0.03 + Math.max(0, build) * 0.03,
    chin: 2.5 + chin * 2.5,
    eyeScale: mix(1.14, 1, grown),
    eyeY: mix(6.5, 3, grown),
    mouthY: mix(30, 32, grown),
    noseY: mix(15.5, 17, grown),
    hand: mix(0.78, 1, grown) * (1 + Math.max(0, build) * 0.05),
    grown,
    elder,
  };
}

/** Hip joints' height over the floor when standing. */
export const standing = (p: Proportions): number => (p.thigh + p.shin) * 0.999 + p.ankle;

/** Height from floor to crown, hair excluded. */
export const heightOf = (p: Proportions): number => standing(p) + p.torso + p.neck + p.headHeight * 2;

/** Where a foot rests sideways of the middle. */
export const stanceOf = (p: Proportions): number => p.hip * 0.5 + 7;
