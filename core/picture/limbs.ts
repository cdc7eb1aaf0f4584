import { crossingsAt } from '../draw/outline.ts';
import { mended } from './inpaint.ts';
import type { Mask } from './lift.ts';
import { boundsOf, cropped, type Raster } from './raster.ts';

type Spot = readonly [number, number];

/** An arm as it is marked: an outline round it and where it is hinged, shares of the picture. */
export interface MarkedLimb {
  readonly side: 'left' | 'right';
  readonly outline: readonly Spot[];
  readonly hinge: Spot;
}

export interface CutLimb {
  readonly side: 'left' | 'right';
  readonly hinge: Spot;
  readonly image: Raster;
  /** Where it lay, in pixels. */
  readonly left: number;
  readonly top: number;
}

/** About the hinge so much stays on the body, too, of a circle as large as the arm: the joint never opens. */
const JOINT = 0.3;

/**
 * Cuts arms out of somebody. What was behind an arm is filled as the rest of the body goes on, where body lies on both sides of it; elsewhere
 * it is clear. Near its hinge the body keeps what it has.
 */
export function cutLimbs(image: Raster, limbs: readonly MarkedLimb[]): { readonly image: Raster; readonly limbs: readonly CutLimb[] } {
  if (!limbs.length) return { image, limbs: [] };
  const { width, height } = image;
  let body: Raster = { width, height, data: new Uint8ClampedArray(image.data) };
  const cut: CutLimb[] = [];
  for (const { side, outline, hinge } of limbs) {
    const within = inside(outline, width, height);
    const limb = new Uint8ClampedArray(width * height * 4);
    let area = 0;
    for (let p = 0; p < within.length; p++) {
      if (!within[p] || !(image.data[p * 4 + 3] as number)) continue;
      limb.set(image.data.subarray(p * 4, p * 4 + 4), p * 4);
      area++;
    }
    const box = boundsOf({ width, height, data: limb }, 8);
    if (!box || area < 12) continue;
    const joint = JOINT * Math.sqrt(area);
    const [hx, hy] = [hinge[0] * width, hinge[1] * height];
    const fill = new Uint8Array(width * height);
    const data = new Uint8ClampedArray(body.data);
    const solid = (p: number): boolean => !within[p] && (body.data[p * 4 + 3] as number) > 128;
    for (let y = 0; y < height; y++) {
      const row = y * width;
      let [first, last] = [-1, -1];
      for (let x = 0; x < width; x++)
        if (solid(row + x)) {
          if (first < 0) first = x;
          last = x;
        }
      for (let x = 0; x < width; x++) {
        const p = row + x;
        if (!within[p] || Math.hypot(x - hx, y - hy) < joint) continue;
        if (x > first && x < last && first >= 0 && enclosed(solid, row, x, width)) fill[p] = 1;
        else data[p * 4 + 3] = 0;
      }
    }
    body = { width, height, data };
    if (fill.some(Boolean)) {
      const mask: Mask = { width, height, data: fill };
      body = mended(body, mask);
      for (let p = 0; p < fill.length; p++) if (fill[p]) body.data[p * 4 + 3] = 255;
    }
    cut.push({ side, hinge, image: cropped({ width, height, data: limb }, box.left, box.top, box.width, box.height), left: box.left, top: box.top });
  }
  return { image: body, limbs: cut };
}

/** Whether body begins right beside an arm on both of its sides: then it goes on behind it. */
function enclosed(solid: (p: number) => boolean, row: number, x: number, width: number): boolean {
  const reach = Math.max(6, Math.round(width * 0.3));
  let [left, right] = [false, false];
  for (let n = 1; n <= reach && !(left && right); n++) {
    left ||= x - n >= 0 && solid(row + x - n);
    right ||= x + n < width && solid(row + x + n);
  }
  return left && right;
}

/** Pixels inside an outline (even-odd), by rows. */
function inside(outline: readonly Spot[], width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const crossings = crossingsAt(outline, (row + 0.5) / height).map((x) => x * width);
    for (let n = 0; n + 1 < crossings.length; n += 2)
      out.fill(
        1,
        row * width + Math.max(0, Math.min(width, Math.round(crossings[n] as number))),
        row * width + Math.max(0, Math.min(width, Math.round(crossings[n + 1] as number))),
      );
  }
  return out;
}

/** Where an arm is likely hinged: at the end of its outline that is nearest to the shoulders below a face. */
export function likelyHinge(outline: readonly Spot[], shoulders: Spot, aspect: number): [number, number] {
  const far = ([x, y]: Spot): number => Math.hypot((x - shoulders[0]) * aspect, y - shoulders[1]);
  const near = outline.reduce((best, spot) => (far(spot) < far(best) ? spot : best));
  const middle = outline.reduce<[number, number]>(([sx, sy], [x, y]) => [sx + x / outline.length, sy + y / outline.length], [0, 0]);
  const at = (n: 0 | 1): number => Math.round((near[n] * 0.84 + middle[n] * 0.16) * 1e4) / 1e4;
  return [at(0), at(1)];
}
