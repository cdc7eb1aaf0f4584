import type { Colour, ColourMatrix } from './picture.ts';

/** How colours are changed, each -1..1 about as they are; `tint` is laid over by its amount. */
export interface Tone {
  readonly brightness: number;
  readonly contrast: number;
  readonly saturation: number;
  readonly temperature: number;
  readonly tint: Colour;
  readonly tintAmount: number;
}

/** Share of each colour in how light a pixel is (ITU-R BT.709). */
const LIGHTNESS = [0.2126, 0.7152, 0.0722] as const;
/** What full warmth adds to red and takes from blue, as a factor. */
const WARMTH = 0.28;

type Rows = readonly (readonly [number, number, number, number])[];

/** First `inner`, then `outer`. */
const after = (outer: Rows, inner: Rows): Rows =>
  outer.map(([r, g, b, add]) => {
    const [x, y, z] = inner as [Rows[number], Rows[number], Rows[number]];
    return [r * x[0] + g * y[0] + b * z[0], r * x[1] + g * y[1] + b * z[1], r * x[2] + g * y[2] + b * z[2], r * x[3] + g * y[3] + b * z[3] + add] as const;
  });

const even = (factor: number, add: number): Rows => [0, 1, 2].map((row) => [0, 1, 2].map((column) => (row === column ? factor : 0)).concat(add) as unknown as Rows[number]);

/**
 * One matrix for a tone: saturation about the pixel's own lightness, contrast about the middle, brightness, warmth, then
 * the tint. Undefined where nothing changes.
 */
export function toneMatrix({ brightness, contrast, saturation, temperature, tint, tintAmount }: Tone): ColourMatrix | undefined {
  if (!brightness && !contrast && !saturation && !temperature && !tintAmount) return undefined;
  let rows: Rows = [0, 1, 2].map((row) => [...LIGHTNESS.map((share, column) => share * -saturation + (row === column ? 1 + saturation : 0)), 0] as unknown as Rows[number]);
  // Contrast goes to a flat grey at -1 and about doubles twice at 1.
  const steep = contrast < 0 ? 1 + contrast : 1 + contrast * 3;
  rows = after(even(steep, 0.5 - 0.5 * steep + brightness), rows);
  rows = after(
    [
      [1 + WARMTH * temperature, 0, 0, 0],
      [0, 1, 0, 0],
      [0, 0, 1 - WARMTH * temperature, 0],
    ],
    rows,
  );
  if (tintAmount) {
    const rgb = Number.parseInt(tint.slice(1), 16);
    rows = rows.map(
      (row, index) => row.map((value, column) => value * (1 - tintAmount) + (column === 3 ? (((rgb >> (16 - index * 8)) & 255) / 255) * tintAmount : 0)) as unknown as Rows[number],
    );
  }
  return rows.flat() as unknown as ColourMatrix;
}
