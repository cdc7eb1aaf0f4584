import type { PictureFace } from '../document/schema.ts';
import type { Raster } from './raster.ts';

/** Of the way between the eyes, below the mouth: where skin surely begins, and between what the chin is looked for. */
const SKIN = 0.2;
const FROM = 0.34;
const TO = 0.95;
/** Columns that are looked down, as shares of the way between the eyes: an edge of a face is an edge in most of them. */
const ASIDE = [-0.16, -0.08, 0, 0.08, 0.16] as const;
/** So unlike the skin above it (in OKLab) is what lies below a chin: a line, a shadow, a ground. What is unlike it from the start is a muzzle or a beak. */
const UNLIKE = 0.07;

/**
 * Where a face ends below its mouth: along its axis, where most columns beside each other leave the colour of the skin; what
 * is clear is no skin. `lab` holds OKLab of every pixel. Undefined where a neck goes on in the same colour.
 */
export function suggestedChin({ width, height, data }: Raster, lab: Float32Array, { left, right, mouth }: PictureFace): PictureFace['chin'] | undefined {
  const dx = (right.x - left.x) * width;
  const dy = (right.y - left.y) * height;
  const apart = Math.hypot(dx, dy);
  const across = { x: dx / apart, y: dy / apart };
  const down = { x: -across.y, y: across.x };
  const [mx, my] = [mouth[1][0] * width, Math.max(mouth[0][1], mouth[1][1], mouth[2][1]) * height];
  const pixel = (aside: number, below: number): number | undefined => {
    const x = Math.floor(mx + (across.x * aside + down.x * below) * apart);
    const y = Math.floor(my + (across.y * aside + down.y * below) * apart);
    return x < 0 || y < 0 || x >= width || y >= height ? undefined : y * width + x;
  };
  const far = (p: number, q: number): number =>
    Math.hypot((lab[p * 3] as number) - (lab[q * 3] as number), (lab[p * 3 + 1] as number) - (lab[q * 3 + 1] as number), (lab[p * 3 + 2] as number) - (lab[q * 3 + 2] as number));
  const step = 1 / apart;
  const ends = ASIDE.map((aside) => {
    const skin = pixel(aside, SKIN);
    if (skin === undefined || (data[skin * 4 + 3] as number) < 128) return undefined;
    for (let below = FROM; below < TO; below += step) {
      const p = pixel(aside, below);
      if (p === undefined || (data[p * 4 + 3] as number) < 128 || far(p, skin) > UNLIKE) return below > FROM ? below : undefined;
    }
    return undefined;
  });
  const found = ends.filter((end) => end !== undefined).sort((a, b) => a - b);
  // A freckle or a tooth is in one column; the deepest of a round chin is in its middle.
  const middle = ends[2];
  const below = middle ?? (found.length >= 3 ? found[found.length >> 1] : undefined);
  if (below === undefined || found.length < 3 || Math.abs(below - (found[found.length >> 1] as number)) > 0.12) return undefined;
  return [(mx + down.x * below * apart) / width, (my + down.y * below * apart) / height];
}
