import { dice } from '../draw/hash.ts';
import { distanceSquared } from './distance.ts';
import type { Mask } from './lift.ts';
import { boundsOfMask, type Raster } from './raster.ts';

/** Half a patch's side, and rounds of searching and filling at each size. */
const HALF = 3;
const ROUNDS = 5;
/** How far around what is mended patches are taken from: in widths of it, and at least in pixels. */
const AROUND = 1.6;
const LEAST_AROUND = 40;
/** The smallest size at which filling begins. */
const SMALLEST = 22;

/**
 * A picture with what a mask covers (1) filled from its surroundings: patches that fit are looked for by chance and from
 * neighbour to neighbour (Barnes and others 2009) and vote for each pixel, from coarse to fine (Wexler, Shechtman and
 * Irani 2007), so that shading and grain go on. Opacity is kept.
 */
export function mended(image: Raster, mask: Mask): Raster {
  const box = boundsOfMask(mask);
  if (!box) return image;
  const around = Math.max(LEAST_AROUND, Math.round(Math.max(box.width, box.height) * AROUND));
  const [left, top] = [Math.max(0, box.left - around), Math.max(0, box.top - around)];
  const [right, bottom] = [Math.min(image.width, box.left + box.width + around), Math.min(image.height, box.top + box.height + around)];
  const [w, h] = [right - left, bottom - top];
  const part = new Float32Array(w * h * 3);
  const hole = new Uint8Array(w * h);
  const clear = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const from = ((y + top) * image.width + x + left) * 4;
      const p = y * w + x;
      for (let c = 0; c < 3; c++) part[p * 3 + c] = image.data[from + c] as number;
      hole[p] = mask.data[(y + top) * image.width + x + left] as number;
      clear[p] = (image.data[from + 3] as number) < 200 ? 1 : 0;
    }
  const filled = fill({ width: w, height: h, colours: part, hole, clear });
  const out: Raster = { width: image.width, height: image.height, data: new Uint8ClampedArray(image.data) };
  for (let p = 0; p < w * h; p++) {
    if (!hole[p]) continue;
    const to = ((Math.floor(p / w) + top) * image.width + (p % w) + left) * 4;
    for (let c = 0; c < 3; c++) out.data[to + c] = filled[p * 3 + c] as number;
  }
  return out;
}

interface Level {
  readonly width: number;
  readonly height: number;
  readonly colours: Float32Array;
  readonly hole: Uint8Array;
  /** Where the picture is clear: nothing is taken from there. */
  readonly clear: Uint8Array;
}

/** Half the size: means of what is known, a hole where nothing is. */
function halved({ width, height, colours, hole, clear }: Level): Level {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const out: Level = { width: w, height: h, colours: new Float32Array(w * h * 3), hole: new Uint8Array(w * h), clear: new Uint8Array(w * h) };
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const p = y * w + x;
      let [known, seen] = [0, 0];
      const sum = [0, 0, 0];
      for (let dy = 0; dy < 2; dy++)
        for (let dx = 0; dx < 2; dx++) {
          const q = Math.min(height - 1, y * 2 + dy) * width + Math.min(width - 1, x * 2 + dx);
          if (!clear[q]) seen++;
          if (hole[q] || clear[q]) continue;
          known++;
          for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (colours[q * 3 + c] as number);
        }
      for (let c = 0; c < 3; c++) out.colours[p * 3 + c] = known ? (sum[c] as number) / known : 0;
      out.clear[p] = seen < 2 ? 1 : 0;
      out.hole[p] = known < 2 && seen >= 2 ? 1 : 0;
    }
  return out;
}

function fill(finest: Level): Float32Array {
  const levels = [finest];
  for (let last = finest; Math.min(last.width, last.height) > SMALLEST * 2 && last.hole.some(Boolean); ) levels.push((last = halved(last)));
  let above: { level: Level; colours: Float32Array } | undefined;
  for (const level of levels.toReversed()) {
    const colours = above ? grownFrom(above, level) : smoothed(level);
    above = { level, colours: level.hole.some(Boolean) ? searched(level, colours) : colours };
  }
  return (above as { colours: Float32Array }).colours;
}

/** A first filling: each pixel of the hole is the mean of its known neighbours, ring by ring inwards. */
function smoothed({ width, height, colours, hole, clear }: Level): Float32Array {
  const out = colours.slice();
  const known = Uint8Array.from(hole, (value, p) => (value || clear[p] ? 0 : 1));
  const far = distanceSquared(width, height, (p) => known[p] === 1);
  const order = [...hole.keys()].filter((p) => hole[p]).sort((a, b) => (far[a] as number) - (far[b] as number));
  for (const p of order) {
    const [x, y] = [p % width, Math.floor(p / width)];
    let count = 0;
    const sum = [0, 0, 0];
    for (let dy = -2; dy <= 2; dy++)
      for (let dx = -2; dx <= 2; dx++) {
        const [nx, ny] = [x + dx, y + dy];
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || !known[ny * width + nx]) continue;
        count++;
        for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (out[(ny * width + nx) * 3 + c] as number);
      }
    if (count) for (let c = 0; c < 3; c++) out[p * 3 + c] = (sum[c] as number) / count;
    known[p] = 1;
  }
  return out;
}

/** What was filled at half the size, brought to this one. */
function grownFrom({ level: small, colours }: { level: Level; colours: Float32Array }, { width, colours: own, hole }: Level): Float32Array {
  const out = own.slice();
  for (let p = 0; p < hole.length; p++) {
    if (!hole[p]) continue;
    const [u, v] = [((p % width) + 0.5) / 2 - 0.5, (Math.floor(p / width) + 0.5) / 2 - 0.5];
    const [x, y] = [Math.max(0, Math.floor(u)), Math.max(0, Math.floor(v))];
    const [x1, y1] = [Math.min(small.width - 1, x + 1), Math.min(small.height - 1, y + 1)];
    const [tx, ty] = [Math.max(0, u - x), Math.max(0, v - y)];
    for (let c = 0; c < 3; c++) {
      const at = (qx: number, qy: number): number => colours[(qy * small.width + qx) * 3 + c] as number;
      const upper = at(x, y) * (1 - tx) + at(x1, y) * tx;
      out[p * 3 + c] = upper * (1 - ty) + (at(x, y1) * (1 - tx) + at(x1, y1) * tx) * ty;
    }
  }
  return out;
}

function searched({ width, height, hole, clear }: Level, start: Float32Array): Float32Array {
  const chance = dice(width * 31 + height);
  let colours = start;
  const inside = (p: number): boolean => {
    const [x, y] = [p % width, Math.floor(p / width)];
    return x >= HALF && y >= HALF && x < width - HALF && y < height - HALF;
  };
  const touches = distanceSquared(width, height, (p) => hole[p] === 1);
  const unusable = distanceSquared(width, height, (p) => hole[p] === 1 || clear[p] === 1);
  // Patches may come from where no pixel of them is in the hole; if there are none, from wherever the middle is known.
  let sources = [...hole.keys()].filter((p) => inside(p) && (unusable[p] as number) > 2 * HALF * HALF);
  if (sources.length < 20) sources = [...hole.keys()].filter((p) => inside(p) && !hole[p] && !clear[p]);
  if (!sources.length) return colours;
  const isSource = new Uint8Array(hole.length);
  for (const p of sources) isSource[p] = 1;
  const targets = [...hole.keys()].filter((p) => inside(p) && (touches[p] as number) <= 2 * HALF * HALF);
  const match = new Int32Array(hole.length).fill(-1);
  const cost = new Float32Array(hole.length);
  const distance = (p: number, q: number, most: number): number => {
    let sum = 0;
    for (let dy = -HALF; dy <= HALF; dy++) {
      let a = (p + dy * width - HALF) * 3;
      let b = (q + dy * width - HALF) * 3;
      for (let n = (2 * HALF + 1) * 3; n > 0; n--, a++, b++) {
        const d = (colours[a] as number) - (colours[b] as number);
        sum += d * d;
      }
      if (sum > most) return sum;
    }
    return sum;
  };
  for (const p of targets) match[p] = sources[Math.floor(chance.next() * sources.length)] as number;
  for (let round = 0; round < ROUNDS; round++) {
    for (const p of targets) cost[p] = distance(p, match[p] as number, Number.POSITIVE_INFINITY);
    for (let sweep = 0; sweep < 2; sweep++) {
      const back = sweep % 2 === 1;
      const step = back ? 1 : -1;
      for (let n = 0; n < targets.length; n++) {
        const p = targets[back ? targets.length - 1 - n : n] as number;
        const better = (q: number): void => {
          if (q < 0 || q >= isSource.length || !isSource[q]) return;
          const d = distance(p, q, cost[p] as number);
          if (d < (cost[p] as number)) {
            cost[p] = d;
            match[p] = q;
          }
        };
        for (const by of [step, step * width]) {
          const neighbour = p + by;
          if (neighbour >= 0 && neighbour < match.length && (match[neighbour] as number) >= 0) better((match[neighbour] as number) - by);
        }
        for (let reach = Math.max(width, height); reach >= 1; reach /= 2) {
          const q = match[p] as number;
          const x = Math.round((q % width) + chance.between(-reach, reach));
          const y = Math.round(Math.floor(q / width) + chance.between(-reach, reach));
          if (x >= 0 && x < width && y >= 0 && y < height) better(y * width + x);
        }
      }
    }
    colours = voted(width, colours, hole, targets, match, cost);
  }
  return colours;
}

/** Every patch over a pixel votes for its colour, the better it fits the more. */
function voted(width: number, colours: Float32Array, hole: Uint8Array, targets: readonly number[], match: Int32Array, cost: Float32Array): Float32Array {
  const sums = new Float32Array(colours.length);
  const weights = new Float32Array(hole.length);
  const sorted = Float32Array.from(targets, (p) => cost[p] as number).sort();
  const usual = Math.max(1, sorted[Math.floor(sorted.length * 0.6)] ?? 1);
  for (const p of targets) {
    const weight = Math.exp(-(cost[p] as number) / (2 * usual)) + 1e-4;
    const shift = (match[p] as number) - p;
    for (let dy = -HALF; dy <= HALF; dy++)
      for (let dx = -HALF; dx <= HALF; dx++) {
        const q = p + dy * width + dx;
        if (!hole[q]) continue;
        weights[q] = (weights[q] as number) + weight;
        for (let c = 0; c < 3; c++) sums[q * 3 + c] = (sums[q * 3 + c] as number) + weight * (colours[(q + shift) * 3 + c] as number);
      }
  }
  const out = colours.slice();
  for (let q = 0; q < hole.length; q++) {
    const weight = weights[q] as number;
    if (hole[q] && weight > 0) for (let c = 0; c < 3; c++) out[q * 3 + c] = (sums[q * 3 + c] as number) / weight;
  }
  return out;
}

/** A mask of some strokes, each a line of so many pixels' thickness; points in pixels. */
export function brushed(width: number, height: number, lines: readonly { readonly points: readonly (readonly [number, number])[]; readonly thick: number }[]): Mask {
  const data = new Uint8Array(width * height);
  for (const { points, thick } of lines) {
    const r = thick / 2;
    points.forEach(([bx, by], n) => {
      const [ax, ay] = points[Math.max(0, n - 1)] as readonly [number, number];
      const long = Math.max(1e-9, Math.hypot(bx - ax, by - ay));
      for (let y = Math.max(0, Math.floor(Math.min(ay, by) - r)); y <= Math.min(height - 1, Math.max(ay, by) + r); y++)
        for (let x = Math.max(0, Math.floor(Math.min(ax, bx) - r)); x <= Math.min(width - 1, Math.max(ax, bx) + r); x++) {
          const t = Math.min(1, Math.max(0, ((x + 0.5 - ax) * (bx - ax) + (y + 0.5 - ay) * (by - ay)) / (long * long)));
          if (Math.hypot(x + 0.5 - ax - t * (bx - ax), y + 0.5 - ay - t * (by - ay)) <= r) data[y * width + x] = 1;
        }
    });
  }
  return { width, height, data };
}
