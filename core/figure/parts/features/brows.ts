/** A brow's make about the plain one (a tapered leaf, 18 units long). */
export interface BrowStyle {
  readonly id: string;
  readonly name: string;
  readonly length: number;
  readonly thick: number;
  /** Rise of its middle, and of its outer end, in units. */
  readonly arch: number;
  readonly tilt: number;
  /** Bluntness of the outer end: 0 runs to a point. */
  readonly blunt: number;
}

const NATURAL: BrowStyle = { id: 'natural', name: 'Natural', length: 1, thick: 1, arch: 0, tilt: 0, blunt: 0 };

/** Brows: a line each. */
export const BROWS: readonly BrowStyle[] = [
  NATURAL,
  { ...NATURAL, id: 'thin', name: 'Thin', thick: 0.72, arch: 0.4 },
  { ...NATURAL, id: 'thick', name: 'Thick', thick: 1.5, blunt: 0.5 },
  { ...NATURAL, id: 'straight', name: 'Straight', arch: -1.4, thick: 1.1, blunt: 0.6 },
  { ...NATURAL, id: 'arched', name: 'Arched', arch: 1.9, thick: 0.85, tilt: 0.6 },
  { ...NATURAL, id: 'rounded', name: 'Rounded', length: 0.92, arch: 1.2, thick: 1.05, tilt: -0.8 },
  { ...NATURAL, id: 'bushy', name: 'Bushy', length: 1.08, thick: 1.95, arch: -0.4, blunt: 1 },
  { ...NATURAL, id: 'short', name: 'Short', length: 0.68, thick: 1.25, blunt: 0.9 },
  { ...NATURAL, id: 'slanted', name: 'Slanted', tilt: 2.4, arch: -0.2, thick: 1.1 },
];
