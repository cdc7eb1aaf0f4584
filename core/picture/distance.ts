/**
 * How far each pixel is from the nearest seed, along ways that avoid changes of colour (Criminisi, Sharp and Blake 2008,
 * GeoS): four sweeps over the picture. `lab` holds three numbers a pixel; a step costs its length times `plain` and the
 * change of colour on it.
 */
export function geodesic(width: number, height: number, lab: Float32Array, seeds: (pixel: number) => boolean, plain: number): Float32Array {
  const far = new Float32Array(width * height);
  for (let p = 0; p < far.length; p++) far[p] = seeds(p) ? 0 : 1e6;
  const cost = (p: number, q: number, long: number): number => {
    const [x, y, z] = [
      (lab[p * 3] as number) - (lab[q * 3] as number),
      (lab[p * 3 + 1] as number) - (lab[q * 3 + 1] as number),
      (lab[p * 3 + 2] as number) - (lab[q * 3 + 2] as number),
    ];
    return long * plain + Math.sqrt(x * x + y * y + z * z);
  };
  const reach = (p: number, q: number, long: number): void => {
    const through = (far[q] as number) + cost(p, q, long);
    if (through < (far[p] as number)) far[p] = through;
  };
  for (let round = 0; round < 2; round++) {
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = y * width + x;
        if (x > 0) reach(p, p - 1, 1);
        if (y > 0) {
          reach(p, p - width, 1);
          if (x > 0) reach(p, p - width - 1, Math.SQRT2);
          if (x < width - 1) reach(p, p - width + 1, Math.SQRT2);
        }
      }
    for (let y = height - 1; y >= 0; y--)
      for (let x = width - 1; x >= 0; x--) {
        const p = y * width + x;
        if (x < width - 1) reach(p, p + 1, 1);
        if (y < height - 1) {
          reach(p, p + width, 1);
          if (x > 0) reach(p, p + width - 1, Math.SQRT2);
          if (x < width - 1) reach(p, p + width + 1, Math.SQRT2);
        }
      }
  }
  return far;
}

const FAR = 1e20;

/** Squares of the distance of each pixel to the nearest one of a mask, exact, in pixels (along columns by counting, along rows by parabolas: Felzenszwalb and Huttenlocher 2012). */
export function distanceSquared(width: number, height: number, mask: (pixel: number) => boolean): Float32Array {
  const out = new Float32Array(width * height);
  // Down and up again along columns: the nearest of the mask above, then below.
  for (let p = 0; p < out.length; p++) {
    const above = p < width ? FAR : (out[p - width] as number);
    out[p] = mask(p) ? 0 : above < FAR ? above + 1 : FAR;
  }
  for (let p = out.length - width - 1; p >= 0; p--) {
    const below = out[p + width] as number;
    if (below + 1 < (out[p] as number)) out[p] = below + 1;
  }
  for (let p = 0; p < out.length; p++) if ((out[p] as number) < FAR) out[p] = (out[p] as number) ** 2;
  const most = width;
  const f = new Float64Array(most);
  const v = new Int32Array(most);
  const z = new Float64Array(most + 1);
  const line = (start: number, count: number): void => {
    let sum = 0;
    for (let n = 0; n < count; n++) sum += f[n] = out[start + n] as number;
    if (sum === 0) return;
    let k = 0;
    v[0] = 0;
    z[0] = -FAR;
    z[1] = FAR;
    for (let q = 1; q < count; q++) {
      let s = 0;
      do {
        const r = v[k] as number;
        s = ((f[q] as number) + q * q - (f[r] as number) - r * r) / (2 * q - 2 * r);
      } while (s <= (z[k] as number) && --k > -1);
      v[++k] = q;
      z[k] = s;
      z[k + 1] = FAR;
    }
    k = 0;
    for (let q = 0; q < count; q++) {
      while ((z[k + 1] as number) < q) k++;
      const r = v[k] as number;
      out[start + q] = (q - r) * (q - r) + (f[r] as number);
    }
  };
  for (let y = 0; y < height; y++) line(y * width, width);
  return out;
}

export interface Piece {
  readonly pixels: number;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Connected pieces of a mask (four neighbours): each pixel's piece from 1, 0 outside, and what each piece measures. */
export function piecesOf(width: number, height: number, mask: ArrayLike<number>): { readonly of: Int32Array; readonly pieces: readonly Piece[] } {
  const of = new Int32Array(width * height);
  const pieces: Piece[] = [];
  const stack: number[] = [];
  const visit = (q: number, name: number): void => {
    if (mask[q] && !of[q]) {
      of[q] = name;
      stack.push(q);
    }
  };
  for (let start = 0; start < of.length; start++) {
    if (!mask[start] || of[start]) continue;
    const name = pieces.length + 1;
    let [pixels, left, top, right, bottom] = [0, width, height, 0, 0];
    of[start] = name;
    stack.push(start);
    for (let p = stack.pop(); p !== undefined; p = stack.pop()) {
      const x = p % width;
      const y = (p - x) / width;
      pixels++;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      if (x > 0) visit(p - 1, name);
      if (x < width - 1) visit(p + 1, name);
      if (y > 0) visit(p - width, name);
      if (y < height - 1) visit(p + width, name);
    }
    pieces.push({ pixels, left, top, right, bottom });
  }
  return { of, pieces };
}
