/** An eye's make about the plain one (half width 8.6, half height 8.2; design.md, 10 Eye). */
export interface EyeStyle {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** The outer corner's lift in units. */
  readonly tilt: number;
  /** Share that the lid covers at rest, above the plain lid. */
  readonly lid: number;
  readonly iris: number;
  /** Strength of the crease above the lid; 0 is a single lid. */
  readonly crease: number;
  /** How far apart: added to the angle of their place in radians. */
  readonly apart: number;
}

const ROUND: EyeStyle = { id: 'round', name: 'Round', width: 1, height: 1, tilt: 0, lid: 0, iris: 1, crease: 1, apart: 0 };

/** Eyes: a line each. */
export const EYES: readonly EyeStyle[] = [
  ROUND,
  { ...ROUND, id: 'almond', name: 'Almond', width: 1.08, height: 0.9, tilt: 1.1, lid: 0.04 },
  { ...ROUND, id: 'large', name: 'Large', width: 1.1, height: 1.14, iris: 1.06, apart: 0.01 },
  { ...ROUND, id: 'narrow', name: 'Narrow', width: 1.04, height: 0.8, lid: 0.1, iris: 0.94 },
  { ...ROUND, id: 'upturned', name: 'Upturned', width: 1.05, height: 0.96, tilt: 2.4, lid: 0.03 },
  { ...ROUND, id: 'downturned', name: 'Downturned', width: 1.02, tilt: -1.9, lid: 0.05 },
  { ...ROUND, id: 'hooded', name: 'Hooded', height: 0.95, lid: 0.17, crease: 1.5 },
  { ...ROUND, id: 'single-lid', name: 'Single lid', width: 1.08, height: 0.84, tilt: 1.2, lid: 0.05, crease: 0 },
  { ...ROUND, id: 'close', name: 'Close-set', width: 0.94, height: 0.98, apart: -0.05 },
];
