import type { Character } from '../../../document/schema.ts';
import { BROWS, type BrowStyle } from './brows.ts';
import { EARS, type EarStyle } from './ears.ts';
import { EYES, type EyeStyle } from './eyes.ts';
import { HEADS, type HeadShape } from './heads.ts';
import { LASHES, type LashStyle } from './lashes.ts';
import { MOUTHS, type MouthStyle } from './mouths.ts';
import { NOSES, type NoseStyle } from './noses.ts';

/** What a face is made of: numbers, a table a slot. */
export const FEATURES = { head: HEADS, eyes: EYES, lashes: LASHES, brows: BROWS, nose: NOSES, mouth: MOUTHS, ears: EARS } as const;
export type FeatureSlot = keyof typeof FEATURES;
export const FEATURE_SLOTS = Object.keys(FEATURES) as FeatureSlot[];

export interface Features {
  readonly head: HeadShape;
  readonly eyes: EyeStyle;
  readonly lashes: LashStyle;
  readonly brows: BrowStyle;
  readonly nose: NoseStyle;
  readonly mouth: MouthStyle;
  readonly ears: EarStyle;
}

/** A character's features; the first of each table where none is chosen. */
export function featuresOf({ parts }: Pick<Character, 'parts'>): Features {
  const of = <T extends { id: string }>(table: readonly T[], id: string | undefined): T => table.find((entry) => entry.id === id) ?? (table[0] as T);
  return {
    head: of(HEADS, parts.head),
    eyes: of(EYES, parts.eyes),
    lashes: of(LASHES, parts.lashes),
    brows: of(BROWS, parts.brows),
    nose: of(NOSES, parts.nose),
    mouth: of(MOUTHS, parts.mouth),
    ears: of(EARS, parts.ears),
  };
}
