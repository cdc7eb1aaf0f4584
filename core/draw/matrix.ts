/** [a b c d e f]: x' = a x + c y + e, y' = b x + d y + f, as in SVG. */
export type Matrix = readonly [number, number, number, number, number, number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** First `inner`, then `outer`. */
export const multiply = (outer: Matrix, inner: Matrix): Matrix => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
];

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];
export const scaling = (x: number, y = x): Matrix => [x, 0, 0, y, 0, 0];

/** Clockwise on a y-down plane, radians. */
export const rotation = (rad: number): Matrix => {
  const c = Math.cos(rad);
  const s = Math.sin(rad);
  return [c, s, -s, c, 0, 0];
};

/** Scaled, then turned (radians), then moved. */
export function placed(x: number, y: number, scaleX: number, scaleY: number, angle: number): Matrix {
  if (angle === 0) return [scaleX, 0, 0, scaleY, x, y];
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [c * scaleX, s * scaleX, -s * scaleY, c * scaleY, x, y];
}

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The point at a share of the way from one to another. */
export const along = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

export const transform = (m: Matrix, x: number, y: number): Point => ({ x: m[0] * x + m[2] * y + m[4], y: m[1] * x + m[3] * y + m[5] });

/** Mean scale of a matrix, for stroke widths and blur radii. */
export const meanScale = (m: Matrix): number => Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));

/** The matrix that undoes `m`; throws for a matrix without area. */
export function invert(m: Matrix): Matrix {
  const det = m[0] * m[3] - m[1] * m[2];
  if (Math.abs(det) < 1e-12) throw new Error('A matrix without area has no inverse.');
  return [m[3] / det, -m[1] / det, -m[2] / det, m[0] / det, (m[2] * m[5] - m[3] * m[4]) / det, (m[1] * m[4] - m[0] * m[5]) / det];
}
