/** A nose in units about its tip. */
export interface NoseStyle {
  readonly id: string;
  readonly name: string;
  /** Half widths of bridge and wings; how far up the bridge shows; where wings and base lie. */
  readonly bridge: number;
  readonly wing: number;
  readonly top: number;
  readonly wingY: number;
  readonly base: number;
  /** Width of the ball at the tip, 0..1, and a bump on the bridge. */
  readonly ball: number;
  readonly bump: number;
  /** Where the whole nose lies, down from the plain one. */
  readonly drop: number;
  readonly nostrils: boolean;
  /** From the side, about the plain one: how far the bridge stands out, the tip forwards and down. */
  readonly side: readonly [number, number, number];
}

const SOFT: NoseStyle = { id: 'soft', name: 'Soft', bridge: 2.9, wing: 7.4, top: -9.5, wingY: 3.4, base: 6.9, ball: 0.35, bump: 0, drop: 0, nostrils: false, side: [0, 0, 0] };

/** Noses: a line each. */
export const NOSES: readonly NoseStyle[] = [
  SOFT,
  { ...SOFT, id: 'button', name: 'Button', bridge: 2.4, wing: 5.7, top: -4, wingY: 2.6, base: 5.4, ball: 0.7, drop: -0.5, side: [-2, -1.4, -2.2] },
  { ...SOFT, id: 'broad', name: 'Broad', bridge: 3.4, wing: 9.8, wingY: 3.8, ball: 0.5, side: [-2.6, 0.6, 0.6] },
  { ...SOFT, id: 'long', name: 'Long', bridge: 3, wing: 7, top: -15, base: 8, drop: 2.5, side: [2.6, 4.2, 2.2] },
  { ...SOFT, id: 'narrow', name: 'Narrow', bridge: 2, wing: 5.4, top: -12, base: 6.8, ball: 0.2, side: [2, 2, 0.6] },
  { ...SOFT, id: 'hooked', name: 'Hooked', bridge: 3, wing: 7, top: -14, base: 9, bump: 2.6, ball: 0.3, drop: 1.5, side: [4.6, 3.2, 3] },
  { ...SOFT, id: 'snub', name: 'Snub', wing: 6.8, top: -7, wingY: 2, base: 4.8, ball: 0.6, drop: -1, nostrils: true, side: [-2.4, -0.8, -2.6] },
  { ...SOFT, id: 'round', name: 'Round', bridge: 3, wing: 8.8, top: -8, wingY: 3, base: 7.6, ball: 1, side: [-1, 1.6, 0.6] },
  { ...SOFT, id: 'flat', name: 'Flat', bridge: 4.2, wing: 9.6, top: -5, wingY: 3.6, base: 6.2, ball: 0.6, nostrils: true, side: [-3.4, -2.6, 0.6] },
  { ...SOFT, id: 'pointed', name: 'Pointed', bridge: 2.6, wing: 5.6, top: -11, wingY: 4.2, base: 8.2, ball: 0, drop: 0.5, side: [1.6, 4.6, 0.8] },
];
