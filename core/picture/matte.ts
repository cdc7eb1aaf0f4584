import { distanceSquared } from './distance.ts';
import type { Mask } from './lift.ts';
import { type Plate, plate, type Raster } from './raster.ts';
import { nearbyColours, softened } from './smooth.ts';

export interface EdgeSettings {
  /** How far the edge is moved outwards, in pixels; inwards where negative. */
  readonly shift?: number;
  /** Softness laid over it, in pixels. */
  readonly feather?: number;
  /** Whether the ground's colour is taken out of half clear pixels. */
  readonly decontaminate?: boolean;
  /** The longer side of the picture that this is a part of, in pixels: edges are as wide as there. */
  readonly side?: number;
}

export interface Matte {
  readonly alpha: Plate;
  /** The picture with its matte as opacity, and the subject's own colours at the edge. */
  readonly image: Raster;
}

/** Half width of the band in which pixels may be half clear: of the picture's longer side, and at least in pixels. */
const BAND = 0.0035;
const LEAST_BAND = 2;
/** Colours of subject and ground that are nearer than this (levels) tell nothing of what is between them. */
const UNSURE = 26;

/**
 * The soft edge of a mask of the whole picture: in a band about it each pixel is taken for a mixture of the subject's and
 * the ground's colours nearby, and its share is where it lies between them (after Chuang and others 2001); where both
 * are alike, the mask's own edge counts. Colours of the subject follow from the mixture (as in Germer and others 2020).
 */
export function matteOf(image: Raster, mask: Mask, { shift = 0, feather = 0, decontaminate = true, side = Math.max(image.width, image.height) }: EdgeSettings = {}): Matte {
  const { width, height, data } = image;
  const count = width * height;
  const band = Math.max(LEAST_BAND, Math.round(side * BAND));
  const inner = distanceSquared(width, height, (p) => mask.data[p] === 0);
  const outer = distanceSquared(width, height, (p) => mask.data[p] === 1);
  /** Pixels inside of the mask's edge; outside of it they count negative. */
  const depth = new Float32Array(count);
  for (let p = 0; p < count; p++) depth[p] = mask.data[p] ? Math.sqrt(inner[p] as number) - 0.5 : 0.5 - Math.sqrt(outer[p] as number);
  const signed = (p: number): number => depth[p] as number;
  const colours = new Float32Array(count * 3);
  for (let p = 0; p < count; p++) for (let c = 0; c < 3; c++) colours[p * 3 + c] = data[p * 4 + c] as number;
  const near = Math.max(1.2, band * 1.1);
  const subjects = [near, near * 4].map((deviation) => nearbyColours(width, height, colours, (p) => (signed(p) > band ? 1 : 0), deviation));
  const grounds = [near, near * 4].map((deviation) => nearbyColours(width, height, colours, (p) => (signed(p) < -band ? 1 : 0), deviation));
  const mean = (of: typeof subjects, p: number, c: number): number => {
    for (const plates of of) {
      const weight = plates[3].data[p] as number;
      if (weight > 1e-3) return (plates[c] as Plate).data[p]! / weight;
    }
    return colours[p * 3 + c] as number;
  };
  const alpha = plate(width, height);
  const out = new Uint8ClampedArray(data);
  for (let p = 0; p < count; p++) {
    const far = signed(p);
    if (far > band || far < -band) {
      alpha.data[p] = far > 0 ? 1 : 0;
      continue;
    }
    let [dot, square] = [0, 0];
    for (let c = 0; c < 3; c++) {
      const ground = mean(grounds, p, c);
      const apart = mean(subjects, p, c) - ground;
      dot += ((colours[p * 3 + c] as number) - ground) * apart;
      square += apart * apart;
    }
    const drawn = Math.min(1, Math.max(0, 0.5 + far / 1.4));
    const mixed = square > 0 ? Math.min(1, Math.max(0, dot / square)) : drawn;
    const sure = square / (square + UNSURE * UNSURE);
    // A clear pixel in the middle of the subject, or a full one far out, is a colour of its own, not a mixture.
    const room = Math.min(1, Math.max(0, 1.5 - Math.abs(far) / band));
    const trust = sure * room;
    alpha.data[p] = mixed * trust + drawn * (1 - trust);
  }
  // Moved outwards it takes on what lies there, moved inwards it lets go, whatever the colours say.
  if (shift)
    for (let p = 0; p < count; p++) {
      const moved = Math.min(1, Math.max(0, 0.5 + (signed(p) + shift) / 1.4));
      alpha.data[p] = shift > 0 ? Math.max(alpha.data[p] as number, moved) : Math.min(alpha.data[p] as number, moved);
    }
  const soft = feather > 0 ? softened(alpha, feather) : alpha;
  for (let p = 0; p < count; p++) {
    const a = soft.data[p] as number;
    out[p * 4 + 3] = Math.round(a * (data[p * 4 + 3] as number));
    if (!decontaminate || a <= 0 || a >= 1) continue;
    for (let c = 0; c < 3; c++) {
      const [own, ground] = [mean(subjects, p, c), mean(grounds, p, c)];
      out[p * 4 + c] = own + (a * ((colours[p * 3 + c] as number) - a * own - (1 - a) * ground)) / (a * a + (1 - a) * (1 - a));
    }
  }
  return { alpha: soft, image: { width, height, data: out } };
}
