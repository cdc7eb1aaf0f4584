/** A mouth's make: all ten shapes of the chart follow it. */
export interface MouthStyle {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  /** Fullness of the lips, 0 (a line at rest) .. 1. */
  readonly full: number;
  /** How deep the middle of the upper lip dips. */
  readonly bow: number;
}

/** Mouths: a line each. */
export const MOUTHS: readonly MouthStyle[] = [
  { id: 'plain', name: 'Plain', width: 1, full: 0, bow: 0.5 },
  { id: 'thin', name: 'Thin', width: 1.08, full: 0.12, bow: 0.2 },
  { id: 'full', name: 'Full', width: 1, full: 0.85, bow: 0.6 },
  { id: 'bow', name: 'Bow', width: 0.88, full: 0.6, bow: 1 },
  { id: 'wide', name: 'Wide', width: 1.18, full: 0.35, bow: 0.4 },
  { id: 'small', name: 'Small', width: 0.8, full: 0.3, bow: 0.7 },
];
