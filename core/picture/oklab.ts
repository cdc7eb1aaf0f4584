import type { Raster } from './raster.ts';

/** Levels of sRGB as shares of light (IEC 61966-2-1). */
const LINEAR = Float32Array.from({ length: 256 }, (_, level) => {
  const v = level / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

/** OKLab of one colour given in levels 0..255 (Ottosson 2020). */
export function labOf(red: number, green: number, blue: number): Lab {
  const out = new Float32Array(3);
  into(out, 0, red, green, blue);
  return { l: out[0] as number, a: out[1] as number, b: out[2] as number };
}

function into(out: Float32Array, at: number, red: number, green: number, blue: number): void {
  const r = LINEAR[red] as number;
  const g = LINEAR[green] as number;
  const b = LINEAR[blue] as number;
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out[at] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[at + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[at + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** OKLab of every pixel, three numbers each. */
export function labOfAll({ width, height, data }: Raster): Float32Array {
  const out = new Float32Array(width * height * 3);
  for (let n = 0, at = 0; n < out.length; n += 3, at += 4) into(out, n, data[at] as number, data[at + 1] as number, data[at + 2] as number);
  return out;
}
