/** A decoded picture: RGBA, 8 bits a channel, straight alpha, row by row. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** One number a pixel, row by row: an alpha or a weight 0..1, or a mask of 0 and 1. */
export interface Plate<A extends Float32Array | Uint8Array = Float32Array> {
  readonly width: number;
  readonly height: number;
  readonly data: A;
}

export const blank = (width: number, height: number): Raster => ({ width, height, data: new Uint8ClampedArray(width * height * 4) });
export const plate = (width: number, height: number): Plate => ({ width, height, data: new Float32Array(width * height) });

/** The scale at which the longer side is at most `side`; 1 where it is already. */
export const scaleTo = ({ width, height }: { readonly width: number; readonly height: number }, side: number): number => Math.min(1, side / Math.max(width, height));

/** Shares of a line's texels that lie in each texel of a shorter one: where it begins, and the weights. */
function windows(from: number, to: number): { readonly first: Int32Array; readonly weights: readonly Float32Array[] } {
  const first = new Int32Array(to);
  const weights: Float32Array[] = [];
  const step = from / to;
  for (let n = 0; n < to; n++) {
    const [low, high] = [n * step, Math.min(from, (n + 1) * step)];
    const start = Math.floor(low);
    const end = Math.max(start + 1, Math.ceil(high - 1e-9));
    const row = new Float32Array(Math.min(end, from) - start);
    for (let k = 0; k < row.length; k++) row[k] = (Math.min(high, start + k + 1) - Math.max(low, start + k)) / (high - low);
    first[n] = start;
    weights.push(row);
  }
  return { first, weights };
}

/** A picture made smaller: each pixel is the mean of what it covers, by its opacity. Larger sizes are the picture itself. */
export function shrunk(image: Raster, width: number, height: number): Raster {
  if (width >= image.width && height >= image.height) return image;
  const across = windows(image.width, width);
  const down = windows(image.height, height);
  const rows = new Float32Array(width * image.height * 4);
  const { data } = image;
  for (let y = 0; y < image.height; y++)
    for (let x = 0; x < width; x++) {
      const weights = across.weights[x] as Float32Array;
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let k = 0, at = (y * image.width + (across.first[x] as number)) * 4; k < weights.length; k++, at += 4) {
        const weight = (weights[k] as number) * (data[at + 3] as number);
        r += (data[at] as number) * weight;
        g += (data[at + 1] as number) * weight;
        b += (data[at + 2] as number) * weight;
        a += weight;
      }
      const to = (y * width + x) * 4;
      rows[to] = r;
      rows[to + 1] = g;
      rows[to + 2] = b;
      rows[to + 3] = a;
    }
  const out = blank(width, height);
  for (let y = 0; y < height; y++) {
    const weights = down.weights[y] as Float32Array;
    for (let x = 0; x < width; x++) {
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let k = 0; k < weights.length; k++) {
        const weight = weights[k] as number;
        const at = (((down.first[y] as number) + k) * width + x) * 4;
        r += (rows[at] as number) * weight;
        g += (rows[at + 1] as number) * weight;
        b += (rows[at + 2] as number) * weight;
        a += (rows[at + 3] as number) * weight;
      }
      const to = (y * width + x) * 4;
      if (a > 0) {
        out.data[to] = r / a;
        out.data[to + 1] = g / a;
        out.data[to + 2] = b / a;
      }
      out.data[to + 3] = a;
    }
  }
  return out;
}

/** A plate at another size, bilinear between pixel centres; what is made smaller is averaged. */
export function resized(from: Plate, width: number, height: number): Plate {
  const out = plate(width, height);
  if (width < from.width || height < from.height) {
    const across = windows(from.width, Math.min(width, from.width));
    const down = windows(from.height, Math.min(height, from.height));
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        let sum = 0;
        const [wx, wy] = [across.weights[x] as Float32Array, down.weights[y] as Float32Array];
        for (let j = 0; j < wy.length; j++)
          for (let i = 0; i < wx.length; i++)
            sum += (wx[i] as number) * (wy[j] as number) * (from.data[((down.first[y] as number) + j) * from.width + (across.first[x] as number) + i] as number);
        out.data[y * width + x] = sum;
      }
    return out;
  }
  const [kx, ky] = [from.width / width, from.height / height];
  for (let y = 0; y < height; y++) {
    const v = Math.max(0, Math.min(from.height - 1, (y + 0.5) * ky - 0.5));
    const top = Math.floor(v);
    const below = Math.min(from.height - 1, top + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.max(0, Math.min(from.width - 1, (x + 0.5) * kx - 0.5));
      const left = Math.floor(u);
      const right = Math.min(from.width - 1, left + 1);
      const a = from.data[top * from.width + left] as number;
      const b = from.data[below * from.width + left] as number;
      const upper = a + ((from.data[top * from.width + right] as number) - a) * (u - left);
      const lower = b + ((from.data[below * from.width + right] as number) - b) * (u - left);
      out.data[y * width + x] = upper + (lower - upper) * (v - top);
    }
  }
  return out;
}

/** A part of a picture; what lies outside of it is clear. */
export function cropped(image: Raster, left: number, top: number, width: number, height: number): Raster {
  const out = blank(width, height);
  for (let y = Math.max(0, -top); y < Math.min(height, image.height - top); y++) {
    const from = Math.max(0, left);
    const to = Math.min(image.width, left + width);
    if (to > from) out.data.set(image.data.subarray(((y + top) * image.width + from) * 4, ((y + top) * image.width + to) * 4), (y * width + from - left) * 4);
  }
  return out;
}

export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** The smallest box round all pixels that are not clear; undefined where all are. */
export const boundsOf = ({ width, height, data }: Raster, least = 1): Bounds | undefined => boundsWhere(width, height, (p) => (data[p * 4 + 3] as number) >= least);

/** The smallest box round all of a mask. */
export const boundsOfMask = ({ width, height, data }: Plate<Uint8Array>): Bounds | undefined => boundsWhere(width, height, (p) => data[p] === 1);

function boundsWhere(width: number, height: number, holds: (pixel: number) => boolean): Bounds | undefined {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p++)
      if (holds(p)) {
        if (x < left) left = x;
        if (x > right) right = x;
        if (y < top) top = y;
        bottom = y;
      }
  return right < 0 ? undefined : { left, top, width: right - left + 1, height: bottom - top + 1 };
}
