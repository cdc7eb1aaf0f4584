import { crossingsAt } from '../draw/outline.ts';
import { distanceSquared, geodesic, piecesOf } from './distance.ts';
import { cutGrid, WAYS } from './maxflow.ts';
import { type Mixture, mixtureOf } from './mixture.ts';
import { labOfAll } from './oklab.ts';
import { type Plate, type Raster, resized, scaleTo, shrunk } from './raster.ts';

/** A line drawn over a picture: points as shares of its width and height, thickness as a share of its longer side. */
export interface Stroke {
  readonly keep: boolean;
  readonly points: readonly (readonly [number, number])[];
  readonly thick: number;
}

export interface Seeds {
  readonly strokes: readonly Stroke[];
  /** What lies outside of this closed line is ground; shares of width and height. */
  readonly lasso?: readonly (readonly [number, number])[];
}

export type Mask = Plate<Uint8Array>;

const UNKNOWN = 0;
const KEEP = 1;
const LEAVE = 2;

/** The longer side, in pixels, of what is cut at once while a stroke is drawn, and of what is cut when it is done. */
export const COARSE = 150;
export const FINE = 440;
/** How strongly neighbours hold together. */
const TIE = 16;
/** Stray pieces below this share of the largest one go; once a stroke says what is the subject, what has no stroke on it goes up to the second share. */
const STRAY = 0.02;
const STRANGE = 0.35;
const CUT_OFF = 0.5;
/** So far outside of a lasso, as a share of the longer side, lies what it was drawn to leave out. */
const NEAR = 0.05;
const CERTAIN = 1e4;
/** Steps along plain ground still cost something: changes of colour by the pixel at a working size of FINE. */
const PLAIN = 0.0018;
/** A stroke counts up to about so large a change of colour away from it, and so much. */
const REACH = 0.16;
const PULL = 14;
/** Elsewhere all stays as it was, unless colours say so much against it. */
const STAYS = 7;
/** Colours alone say no more than this. */
const MOST_COLOUR = 9;

/** What strokes and lasso say of each pixel. */
function seedsOn(width: number, height: number, { strokes, lasso }: Seeds): Uint8Array {
  const seeds = new Uint8Array(width * height);
  if (lasso && lasso.length > 2) {
    for (let y = 0; y < height; y++) {
      const crossings = crossingsAt(lasso, (y + 0.5) / height).map((x) => x * width);
      for (let x = 0; x < width; x++) {
        const inside = crossings.filter((at) => at < x + 0.5).length % 2;
        if (!inside) seeds[y * width + x] = LEAVE;
      }
    }
  }
  for (const { keep, points, thick } of strokes) {
    const radius = Math.max(0.6, (thick * Math.max(width, height)) / 2);
    const mark = (cx: number, cy: number): void => {
      for (let y = Math.max(0, Math.floor(cy - radius)); y <= Math.min(height - 1, cy + radius); y++)
        for (let x = Math.max(0, Math.floor(cx - radius)); x <= Math.min(width - 1, cx + radius); x++)
          if ((x + 0.5 - cx) ** 2 + (y + 0.5 - cy) ** 2 <= radius * radius) seeds[y * width + x] = keep ? KEEP : LEAVE;
    };
    points.forEach(([bx, by], n) => {
      const [ax, ay] = points[Math.max(0, n - 1)] as readonly [number, number];
      const long = Math.max(1, Math.ceil(Math.hypot((bx - ax) * width, (by - ay) * height) / Math.max(0.5, radius / 2)));
      for (let k = 0; k <= long; k++) mark((ax + ((bx - ax) * k) / long) * width, (ay + ((by - ay) * k) / long) * height);
    });
  }
  return seeds;
}

const pixelsWhere = (count: number, holds: (p: number) => boolean): number[] => {
  const out: number[] = [];
  for (let p = 0; p < count; p++) if (holds(p)) out.push(p);
  return out;
};

/**
 * The border of a picture as far as it looks like ground: of what a cut-off subject shows at an edge, there is too little
 * in the other edges.
 */
function groundAtBorder(width: number, height: number, lab: Float32Array, seeds: Uint8Array): Uint8Array {
  const ground = new Uint8Array(width * height);
  const rim = Math.max(1, Math.round(Math.min(width, height) * 0.012));
  const on = (p: number): boolean => {
    const x = p % width;
    const y = (p - x) / width;
    return x < rim || y < rim || x >= width - rim || y >= height - rim;
  };
  const sides = (p: number): boolean => (p - (p % width)) / width < height - rim;
  const border = pixelsWhere(width * height, (p) => on(p) && seeds[p] !== KEEP);
  // Who stands in a picture stands at its lower edge: the others say what ground is.
  const upper = border.filter(sides);
  const model = mixtureOf(lab, upper, 4);
  const costs = upper.map((p) => costAt(model, lab, p)).sort((a, b) => a - b);
  const usual = (costs[Math.floor(costs.length * 0.9)] ?? 0) + 2;
  for (const p of border) if (costAt(model, lab, p) <= usual) ground[p] = 1;
  return ground;
}

const costAt = (model: Mixture, lab: Float32Array, p: number): number => model.cost(lab[p * 3] as number, lab[p * 3 + 1] as number, lab[p * 3 + 2] as number);

/** Ties between neighbours: weak across edges, by the picture's own contrast (Boykov and Jolly 2001). */
function ties(width: number, height: number, lab: Float32Array, strength: number): Float32Array[] {
  const squares = (p: number, q: number): number =>
    ((lab[p * 3] as number) - (lab[q * 3] as number)) ** 2 +
    ((lab[p * 3 + 1] as number) - (lab[q * 3 + 1] as number)) ** 2 +
    ((lab[p * 3 + 2] as number) - (lab[q * 3 + 2] as number)) ** 2;
  let [sum, count] = [0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x + 1 < width; x++) {
      sum += squares(y * width + x, y * width + x + 1);
      count++;
    }
  const beta = 1 / Math.max(1e-5, (2 * sum) / Math.max(1, count));
  return WAYS.map(([dx, dy]) => {
    const out = new Float32Array(width * height);
    const k = strength / Math.hypot(dx, dy);
    for (let y = Math.max(0, -dy); y < Math.min(height, height - dy); y++)
      for (let x = Math.max(0, -dx); x < Math.min(width, width - dx); x++) {
        const p = y * width + x;
        out[p] = k * (0.04 + 0.96 * Math.exp(-beta * squares(p, p + dy * width + dx)));
      }
    return out;
  });
}

/** A picture made ready for cutting. */
interface Ground {
  readonly width: number;
  readonly height: number;
  readonly lab: Float32Array;
  /** What was clear before. */
  readonly clear: Uint8Array;
  readonly ties: readonly Float32Array[];
}

const grounds = new WeakMap<Raster, Map<number, Ground>>();

function groundOf(image: Raster, side: number): Ground {
  let known = grounds.get(image);
  if (!known) grounds.set(image, (known = new Map()));
  let made = known.get(side);
  if (!made) {
    const scale = scaleTo(image, side);
    const [width, height] = [Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale))];
    const small = shrunk(image, width, height);
    const lab = labOfAll(small);
    const clear = Uint8Array.from({ length: width * height }, (_, p) => ((small.data[p * 4 + 3] as number) < 8 ? 1 : 0));
    known.set(side, (made = { width, height, lab, clear, ties: ties(width, height, lab, TIE) }));
  }
  return made;
}

const steps = new WeakMap<Raster, Map<string, Mask>>();

/**
 * What of a picture is the subject, at a working size whose longer side is `side`. First what is unlike the border, by
 * two colour models learnt in rounds and the cheapest cut between them (Rother, Kolmogorov and Blake 2004); then each
 * stroke changes what is near to it along even colours, and leaves the rest. Steps that were made before are remembered.
 */
export function liftMask(image: Raster, seeds: Seeds, side = FINE): Mask {
  let known = steps.get(image);
  if (!known) steps.set(image, (known = new Map()));
  const name = JSON.stringify([side, seeds]);
  let mask = known.get(name);
  if (!mask) {
    const ground = groundOf(image, side);
    const { strokes } = seeds;
    const before = { ...seeds, strokes: strokes.slice(0, -1) };
    // While a stroke is drawn, what was made before it is there in full.
    const made = side < FINE ? known.get(JSON.stringify([FINE, before])) : undefined;
    const start = (): Mask => (made ? enlarged(made, ground.width, ground.height) : liftMask(image, before, side));
    mask = strokes.length ? stroked(ground, start(), seeds) : proposed(ground, seeds);
    known.set(name, mask);
  }
  return mask;
}

/** The subject before any stroke. */
function proposed({ width, height, lab, clear, ties: between }: Ground, seeds: Seeds): Mask {
  const count = width * height;
  const marks = seedsOn(width, height, seeds);
  for (let p = 0; p < count; p++) if (clear[p]) marks[p] = LEAVE;
  const border = groundAtBorder(width, height, lab, marks);
  const isGround = (p: number): boolean => marks[p] === LEAVE || border[p] === 1;
  // What lies far outside of a lasso may be anybody: ground is learnt from the border and from near the line.
  const far = distanceSquared(width, height, (p) => marks[p] !== LEAVE);
  const near = (NEAR * Math.max(width, height)) ** 2;
  const teaches = (p: number): boolean => border[p] === 1 || (marks[p] === LEAVE && !clear[p] && (far[p] as number) <= near);
  let mask = firstGuess(width, height, lab, isGround, pixelsWhere(count, teaches));
  for (let round = 0; round < 3; round++) {
    const subject = pixelsWhere(count, (p) => mask[p] === 1 && !isGround(p));
    const ground = pixelsWhere(count, (p) => teaches(p) || (mask[p] === 0 && marks[p] !== LEAVE));
    if (!subject.length || !ground.length) break;
    const [ofSubject, ofGround] = [mixtureOf(lab, subject), mixtureOf(lab, ground, 6)];
    const terminal = new Float32Array(count);
    for (let p = 0; p < count; p++) terminal[p] = marks[p] === LEAVE ? -CERTAIN : isGround(p) ? -30 : costAt(ofGround, lab, p) - costAt(ofSubject, lab, p);
    mask = cutGrid(
      width,
      height,
      terminal,
      between.map((tie) => tie.slice()),
    );
  }
  return { width, height, data: whole(width, height, mask, marks) };
}

/** The subject after one more stroke, the last of the seeds. */
function stroked({ width, height, lab, clear, ties: between }: Ground, before: Mask, seeds: Seeds): Mask {
  const count = width * height;
  const marks = seedsOn(width, height, seeds);
  for (let p = 0; p < count; p++) if (clear[p] && marks[p] !== KEEP) marks[p] = LEAVE;
  const last = seeds.strokes.at(-1) as Stroke;
  const now = seedsOn(width, height, { strokes: [last] });
  const plain = (PLAIN * FINE) / Math.max(width, height);
  const near = geodesic(width, height, lab, (p) => now[p] !== UNKNOWN, plain);
  // What was said the other way holds its own.
  const other = last.keep ? LEAVE : KEEP;
  const against = marks.includes(other) ? geodesic(width, height, lab, (p) => marks[p] === other, plain) : undefined;
  const subject = pixelsWhere(count, (p) => marks[p] === KEEP || (before.data[p] === 1 && marks[p] !== LEAVE));
  const ground = pixelsWhere(count, (p) => marks[p] === LEAVE || (before.data[p] === 0 && marks[p] !== KEEP));
  const colours = subject.length && ground.length ? ([mixtureOf(lab, subject, 6), mixtureOf(lab, ground, 6)] as const) : undefined;
  const terminal = new Float32Array(count);
  const way = last.keep ? 1 : -1;
  for (let p = 0; p < count; p++) {
    if (marks[p] !== UNKNOWN) {
      terminal[p] = marks[p] === KEEP ? CERTAIN : -CERTAIN;
      continue;
    }
    const far = near[p] as number;
    let pull = Math.exp(-((far / REACH) ** 2));
    if (against && (against[p] as number) < far) pull *= 0.2;
    const colour = colours ? Math.max(-MOST_COLOUR, Math.min(MOST_COLOUR, costAt(colours[1], lab, p) - costAt(colours[0], lab, p))) : 0;
    terminal[p] = way * PULL * pull + (before.data[p] ? STAYS : -STAYS) * (1 - pull) + colour;
  }
  const mask = cutGrid(
    width,
    height,
    terminal,
    between.map((tie) => tie.slice()),
  );
  return { width, height, data: whole(width, height, mask, marks) };
}

/** Before the first round: what is unlike the ground. */
function firstGuess(width: number, height: number, lab: Float32Array, isGround: (p: number) => boolean, ground: readonly number[]): Uint8Array {
  const count = width * height;
  const model = mixtureOf(lab, ground, 6);
  const costs = new Float32Array(count);
  for (let p = 0; p < count; p++) costs[p] = isGround(p) ? -1e3 : costAt(model, lab, p);
  const inner = costs.filter((cost) => cost > -1e3).sort();
  const usual = Float32Array.from(ground, (p) => costAt(model, lab, p)).sort();
  const limit = Math.max((usual[Math.floor(usual.length * 0.97)] ?? 0) + 1.5, inner[Math.floor(inner.length * 0.35)] ?? 0);
  return Uint8Array.from(costs, (cost) => (cost > limit ? 1 : 0));
}

/** The pieces of a mask, and which of them a stroke of one kind is on. */
function piecesSaid(width: number, height: number, mask: Uint8Array, marks: Uint8Array, what: number) {
  const { of, pieces } = piecesOf(width, height, mask);
  const said = new Set<number>();
  for (let p = 0; p < of.length; p++) if (of[p] && marks[p] === what) said.add(of[p] as number);
  return { of, pieces, said };
}

/** Fewer pixels than these are no piece; holes up to this share of the picture are filled. */
const LEAST_PIECE = 4;
const LEAST_HOLE = 6;
const HOLE = 0.0015;

/**
 * Stray bits and pinholes go, and what an edge of the picture cuts off beside a larger subject (except below, where people
 * stand): unless a stroke says otherwise.
 */
function whole(width: number, height: number, mask: Uint8Array, marks: Uint8Array): Uint8Array {
  const out = mask.slice();
  const subject = piecesSaid(width, height, mask, marks, KEEP);
  const largest = subject.pieces.reduce((most, { pixels }) => Math.max(most, pixels), 0);
  const limit = Math.max(LEAST_PIECE, largest * (subject.said.size ? STRANGE : STRAY));
  const goes = subject.pieces.map(
    ({ pixels, left, top, right }, n) => !subject.said.has(n + 1) && (pixels < limit || (pixels < largest * CUT_OFF && (left === 0 || top === 0 || right === width - 1))),
  );
  for (let p = 0; p < out.length; p++) if (subject.of[p] && goes[(subject.of[p] as number) - 1]) out[p] = 0;
  const ground = piecesSaid(
    width,
    height,
    out.map((value) => 1 - value),
    marks,
    LEAVE,
  );
  const fills = ground.pieces.map(({ pixels }, n) => !ground.said.has(n + 1) && pixels < Math.max(LEAST_HOLE, width * height * HOLE));
  for (let p = 0; p < out.length; p++) if (ground.of[p] && fills[(ground.of[p] as number) - 1]) out[p] = 1;
  return out;
}

/** A mask at another size. */
export function enlarged(mask: Mask, width: number, height: number): Mask {
  const soft = resized({ width: mask.width, height: mask.height, data: Float32Array.from(mask.data) }, width, height);
  return { width, height, data: Uint8Array.from(soft.data, (value) => (value >= 0.5 ? 1 : 0)) };
}

/** How far (in pixels) the edge of a mask that was made larger may be from where it belongs. */
export const strayOf = (small: Mask, width: number): number => (small.width >= width ? 0 : Math.ceil((width / small.width) * 1.6) + 1);

/** A mask brought nearer to the edges of its picture: cut anew in a band about its own edge, `reach` pixels to either side. */
export function refined(image: Raster, mask: Mask, reach: number): Mask {
  const { width, height } = image;
  if (reach <= 0) return mask;
  const out = mask.data.slice();
  const lab = labOfAll(image);
  const inner = distanceSquared(width, height, (p) => out[p] === 0);
  const outer = distanceSquared(width, height, (p) => out[p] === 1);
  const far = reach * reach;
  // In windows, so that a large picture never needs all of its graph at once.
  const tile = 256;
  for (let top = 0; top < height; top += tile)
    for (let left = 0; left < width; left += tile) {
      const [x0, y0] = [Math.max(0, left - 2 * reach), Math.max(0, top - 2 * reach)];
      const [x1, y1] = [Math.min(width, left + tile + 2 * reach), Math.min(height, top + tile + 2 * reach)];
      const [w, h] = [x1 - x0, y1 - y0];
      let edge = false;
      const state = new Uint8Array(w * h);
      const whole = (n: number): number => (y0 + Math.floor(n / w)) * width + x0 + (n % w);
      for (let y = 0, n = 0; y < h; y++)
        for (let p = (y0 + y) * width + x0; p < (y0 + y) * width + x1; p++, n++) {
          state[n] = (inner[p] as number) > far ? KEEP : (outer[p] as number) > far ? LEAVE : UNKNOWN;
          edge ||= state[n] === UNKNOWN;
        }
      if (!edge) continue;
      const here = new Float32Array(w * h * 3);
      for (let y = 0; y < h; y++) here.set(lab.subarray(((y0 + y) * width + x0) * 3, ((y0 + y) * width + x1) * 3), y * w * 3);
      const rim = (limit: number, of: Float32Array): number[] => pixelsWhere(w * h, (n) => (of[whole(n)] as number) > far && (of[whole(n)] as number) < limit);
      const wide = (reach * 5) ** 2;
      const [subject, ground] = [rim(wide, inner), rim(wide, outer)];
      if (!subject.length || !ground.length) continue;
      const [ofSubject, ofGround] = [mixtureOf(here, subject, 4), mixtureOf(here, ground, 4)];
      const terminal = new Float32Array(w * h);
      for (let n = 0; n < w * h; n++)
        terminal[n] = state[n] === KEEP ? CERTAIN : state[n] === LEAVE ? -CERTAIN : Math.max(-12, Math.min(12, costAt(ofGround, here, n) - costAt(ofSubject, here, n)));
      const cut = cutGrid(w, h, terminal, ties(w, h, here, TIE));
      for (let n = 0; n < w * h; n++) {
        const x = x0 + (n % w);
        const y = y0 + Math.floor(n / w);
        if (x >= left && x < left + tile && y >= top && y < top + tile && state[n] === UNKNOWN) out[y * width + x] = cut[n] as number;
      }
    }
  return { width, height, data: out };
}
