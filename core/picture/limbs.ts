import type { PictureActor, PictureFace } from '../document/schema.ts';
import { crossingsAt } from '../draw/outline.ts';
import { mended } from './inpaint.ts';
import type { Mask } from './lift.ts';
import { boundsOf, cropped, type Raster } from './raster.ts';

type Spot = readonly [number, number];
/** Corners of an outline; more are left out evenly. */
const MOST_CORNERS = 250;

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

/** An arm from an outline round it: on which side of a face it is, and where it is hinged. */
export function limbOf(outline: readonly Spot[], face: PictureFace | undefined, aspect: number): NonNullable<PictureActor['limbs']>[number] {
  const middle = face ? (face.left.x + face.right.x) / 2 : 0.5;
  const across = outline.reduce((sum, [x]) => sum + x / outline.length, 0);
  const out = across < middle ? -1 : 1;
  const shoulders: Spot = face ? [face.chin[0] + out * (face.right.x - face.left.x) * 0.6, face.chin[1] + (face.chin[1] - face.left.y) * 0.3] : [0.5, 0.5];
  const points = outline.filter((_, n) => n % Math.max(1, Math.ceil(outline.length / MOST_CORNERS)) === 0).map(([x, y]): [number, number] => [x, y]);
  return { side: out < 0 ? 'left' : 'right', outline: points, hinge: likelyHinge(points, shoulders, aspect) };
}

/** So far from the end of an arm, of its length, is its hinge. */
const FROM_END = 0.12;

/** Where an arm is likely hinged: near the end of its length (its principal axis) that is nearer to the shoulders. */
function likelyHinge(outline: readonly Spot[], shoulders: Spot, aspect: number): [number, number] {
  const points = evenly(outline.map(([x, y]): Spot => [x * aspect, y]));
  const mean = (of: readonly number[]): number => of.reduce((sum, value) => sum + value / of.length, 0);
  const [mx, my] = [mean(points.map(([x]) => x)), mean(points.map(([, y]) => y))];
  const [xx, xy, yy] = [mean(points.map(([x]) => (x - mx) ** 2)), mean(points.map(([x, y]) => (x - mx) * (y - my))), mean(points.map(([, y]) => (y - my) ** 2))];
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const axis: Spot = [Math.cos(angle), Math.sin(angle)];
  const along = points.map(([x, y]) => (x - mx) * axis[0] + (y - my) * axis[1]);
  const [least, most] = [Math.min(...along), Math.max(...along)];
  const far = (at: number): number => Math.hypot(mx + axis[0] * at - shoulders[0] * aspect, my + axis[1] * at - shoulders[1]);
  const at = far(least) < far(most) ? least + (most - least) * FROM_END : most - (most - least) * FROM_END;
  // In the middle of the arm there, which may be bent.
  const near = points.filter((_, n) => Math.abs((along[n] as number) - at) < (most - least) * FROM_END);
  const across = near.length ? mean(near.map(([x, y]) => (y - my) * axis[0] - (x - mx) * axis[1])) : 0;
  const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;
  return [rounded((mx + axis[0] * at - axis[1] * across) / aspect), rounded(my + axis[1] * at + axis[0] * across)];
}

/** Points all along a closed line, as far apart everywhere: corners lie where it bends, not where it is. */
function evenly(line: readonly Spot[]): Spot[] {
  const lengths = line.map(([x, y], n) => Math.hypot((line[(n + 1) % line.length] as Spot)[0] - x, (line[(n + 1) % line.length] as Spot)[1] - y));
  const step = Math.max(1e-6, lengths.reduce((sum, value) => sum + value, 0) / 200);
  return line.flatMap(([x, y], n) => {
    const [nx, ny] = line[(n + 1) % line.length] as Spot;
    const count = Math.max(1, Math.round((lengths[n] as number) / step));
    return Array.from({ length: count }, (_, k): Spot => [x + ((nx - x) * k) / count, y + ((ny - y) * k) / count]);
  });
}
