import { type Plate, plate } from './raster.ts';

/** A plate blurred by a normal distribution of `deviation` pixels: three boxes stand for it (as in SVG 1.1, feGaussianBlur). */
export function softened(from: Plate, deviation: number): Plate {
  const size = Math.max(1, Math.floor((deviation * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5));
  if (deviation <= 0 || (size === 1 && deviation < 0.35)) return from;
  const { width, height } = from;
  let data = from.data;
  // Even boxes lie half a pixel aside, once to either side.
  const boxes: readonly (readonly [number, number])[] =
    size % 2 === 1
      ? [1, 2, 3].map(() => [(size - 1) / 2, (size - 1) / 2] as const)
      : [
          [size / 2, size / 2 - 1],
          [size / 2 - 1, size / 2],
          [size / 2, size / 2],
        ];
  for (const [before, after] of boxes) data = down(across(data, width, height, before, after), width, height, before, after);
  return { width, height, data };
}

function across(from: Float32Array, width: number, height: number, before: number, after: number): Float32Array {
  const out = new Float32Array(from.length);
  const k = 1 / (before + after + 1);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const last = row + width - 1;
    let sum = 0;
    for (let x = row - before; x <= row + after; x++) sum += from[Math.min(last, Math.max(row, x))] as number;
    for (let x = row; x <= last; x++) {
      out[x] = sum * k;
      sum += (from[Math.min(last, x + after + 1)] as number) - (from[Math.max(row, x - before)] as number);
    }
  }
  return out;
}

function down(from: Float32Array, width: number, height: number, before: number, after: number): Float32Array {
  const out = new Float32Array(from.length);
  const k = 1 / (before + after + 1);
  const sums = new Float32Array(width);
  const row = (y: number): number => (y < 0 ? 0 : y >= height ? height - 1 : y) * width;
  for (let y = -before; y <= after; y++) for (let x = 0, at = row(y); x < width; x++) sums[x] = (sums[x] as number) + (from[at + x] as number);
  for (let y = 0; y < height; y++) {
    const [enter, leave] = [row(y + after + 1), row(y - before)];
    for (let x = 0; x < width; x++) {
      out[y * width + x] = (sums[x] as number) * k;
      sums[x] = (sums[x] as number) + (from[enter + x] as number) - (from[leave + x] as number);
    }
  }
  return out;
}

/** The means of a picture's colours by weight, near each pixel: four plates, the last one the weights'. */
export function nearbyColours(width: number, height: number, colours: Float32Array, weight: (pixel: number) => number, deviation: number): readonly [Plate, Plate, Plate, Plate] {
  const plates = [0, 1, 2, 3].map(() => plate(width, height)) as [Plate, Plate, Plate, Plate];
  for (let p = 0; p < width * height; p++) {
    const w = weight(p);
    if (!w) continue;
    plates[0].data[p] = (colours[p * 3] as number) * w;
    plates[1].data[p] = (colours[p * 3 + 1] as number) * w;
    plates[2].data[p] = (colours[p * 3 + 2] as number) * w;
    plates[3].data[p] = w;
  }
  return plates.map((one) => softened(one, deviation)) as unknown as readonly [Plate, Plate, Plate, Plate];
}
