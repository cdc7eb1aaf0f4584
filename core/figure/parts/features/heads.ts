/** A head's outline about its own axes: shares of the half width at given heights (half height 50). */
export interface HeadShape {
  readonly id: string;
  readonly name: string;
  /** How wide the crown stays, and the sides above the eyes. */
  readonly crown: number;
  readonly temple: number;
  readonly cheek: number;
  readonly jaw: number;
  readonly jawY: number;
  /** Where the jaw turns into the chin, and how blunt the chin is. */
  readonly chinWidth: number;
  readonly chinY: number;
  readonly blunt: number;
  /** Added to the chin's depth. */
  readonly drop: number;
}

const OVAL: HeadShape = { id: 'oval', name: 'Oval', crown: 0.58, temple: 1, cheek: 0.985, jaw: 0.85, jawY: 28, chinWidth: 0.595, chinY: 38.5, blunt: 0.2, drop: 0 };

/** Head shapes: a line each. */
export const HEADS: readonly HeadShape[] = [
  OVAL,
  { ...OVAL, id: 'round', name: 'Round', crown: 0.62, cheek: 1.03, jaw: 0.95, jawY: 27, chinWidth: 0.66, chinY: 37.5, blunt: 0.26, drop: -2 },
  { ...OVAL, id: 'square', name: 'Square', crown: 0.62, cheek: 1, jaw: 0.97, jawY: 30, chinWidth: 0.74, chinY: 41, blunt: 0.36, drop: -1 },
  { ...OVAL, id: 'heart', name: 'Heart', crown: 0.66, cheek: 0.98, jaw: 0.79, jawY: 26, chinWidth: 0.5, chinY: 37.5, blunt: 0.13, drop: 1 },
  { ...OVAL, id: 'long', name: 'Long', crown: 0.56, temple: 0.97, cheek: 0.96, jaw: 0.86, jawY: 31, chinWidth: 0.6, chinY: 42, blunt: 0.24, drop: 4 },
  { ...OVAL, id: 'pear', name: 'Pear', crown: 0.5, temple: 0.95, cheek: 1.02, jaw: 1.01, jawY: 30, chinWidth: 0.74, chinY: 40, blunt: 0.3, drop: -0.5 },
  { ...OVAL, id: 'diamond', name: 'Diamond', crown: 0.52, temple: 0.95, cheek: 1.03, jaw: 0.82, jawY: 26, chinWidth: 0.5, chinY: 38.5, blunt: 0.16, drop: 1.5 },
  { ...OVAL, id: 'broad', name: 'Broad', crown: 0.66, temple: 1.03, cheek: 1.01, jaw: 0.9, jawY: 29, chinWidth: 0.66, chinY: 40, blunt: 0.32, drop: -1.5 },
];
