import { converter, formatHex } from 'culori';
import type { ColourMatrix } from '../../draw/picture.ts';
import { type Daylight, lit } from './tones.ts';

const toRgb = converter('rgb');
/** Levels a channel at which the rule is looked at. */
const GRID = [0, 0.25, 0.5, 0.75, 1] as const;
const matrices = new Map<string, ColourMatrix>();

/**
 * The colour matrix that does to pictures nearly what a light does to single colours: the least squares over a grid of
 * sRGB (normal equations, four unknowns a channel).
 */
export function lightMatrix(light: Daylight, share: number): ColourMatrix {
  const name = `${light.kL} ${light.h} ${share}`;
  let matrix = matrices.get(name);
  if (!matrix) {
    const sums = Array.from({ length: 4 }, () => new Float64Array(7));
    for (const r of GRID)
      for (const g of GRID)
        for (const b of GRID) {
          const { r: lr, g: lg, b: lb } = toRgb(lit(formatHex({ mode: 'rgb', r, g, b }), light, share)) ?? { r: 0, g: 0, b: 0 };
          const row = [r, g, b, 1, lr, lg, lb];
          for (let i = 0; i < 4; i++) for (let j = 0; j < 7; j++) (sums[i] as Float64Array)[j] = ((sums[i] as Float64Array)[j] as number) + (row[i] as number) * (row[j] as number);
        }
    matrices.set(name, (matrix = solved(sums)));
  }
  return matrix;
}

/** Gauss and Jordan over four rows with three right sides. */
function solved(rows: readonly Float64Array[]): ColourMatrix {
  const at = (i: number, j: number): number => (rows[i] as Float64Array)[j] as number;
  for (let n = 0; n < 4; n++) {
    const pivot = at(n, n);
    for (let j = 0; j < 7; j++) (rows[n] as Float64Array)[j] = at(n, j) / pivot;
    for (let i = 0; i < 4; i++) {
      if (i === n) continue;
      const by = at(i, n);
      for (let j = 0; j < 7; j++) (rows[i] as Float64Array)[j] = at(i, j) - by * at(n, j);
    }
  }
  return [4, 5, 6].flatMap((side) => [0, 1, 2, 3].map((n) => Math.round(at(n, side) * 1e5) / 1e5)) as unknown as ColourMatrix;
}

/** One colour matrix after another. */
export function afterwards(first: ColourMatrix | undefined, then: ColourMatrix): ColourMatrix {
  if (!first) return then;
  const out: number[] = [];
  for (let row = 0; row < 3; row++)
    for (let column = 0; column < 4; column++) {
      let sum = column === 3 ? (then[row * 4 + 3] as number) : 0;
      for (let n = 0; n < 3; n++) sum += (then[row * 4 + n] as number) * (first[n * 4 + column] as number);
      out.push(sum);
    }
  return out as unknown as ColourMatrix;
}
