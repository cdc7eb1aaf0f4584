/** An ear's make about the plain one (7.5 x 11.5). */
export interface EarStyle {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Added to how far they stand out, in units; size of the lobe. */
  readonly out: number;
  readonly lobe: number;
}

/** Ears: a line each. */
export const EARS: readonly EarStyle[] = [
  { id: 'plain', name: 'Plain', width: 1, height: 1, out: 0, lobe: 0 },
  { id: 'small', name: 'Small', width: 0.84, height: 0.82, out: -0.6, lobe: 0 },
  { id: 'standing', name: 'Standing out', width: 1.22, height: 1.08, out: 2.4, lobe: 0 },
  { id: 'lobed', name: 'Long lobes', width: 1, height: 1.06, out: 0, lobe: 1 },
];
