/** Lashes: their weight along the upper lid (design.md, 10 Eye: .7 plain, 1.25 strong). */
export interface LashStyle {
  readonly id: string;
  readonly name: string;
  readonly weight: number;
}

/** Lashes: a line each. */
export const LASHES: readonly LashStyle[] = [
  { id: 'plain', name: 'Plain', weight: 0.7 },
  { id: 'fine', name: 'Fine', weight: 0.35 },
  { id: 'dark', name: 'Dark', weight: 0.98 },
  { id: 'long', name: 'Long', weight: 1.25 },
  { id: 'winged', name: 'Winged', weight: 1.6 },
];
