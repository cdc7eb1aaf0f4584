import { failure } from '../document/failure.ts';
import type { MouthSource } from '../document/schema.ts';
import { keyOfBox } from './chroma.ts';
import { labOfAll } from './oklab.ts';
import type { Raster } from './raster.ts';

/** Frames of a clip that are kept for a mouth at most. */
const MOST_SHAPES = 32;
/** What differs so much from the skin around is mouth (OKLab). */
const DIFFERENT = 0.09;
/** A place moves where its colour spreads so much from frame to frame. */
const MOVES = 0.035;
/** Around the mouth so much of its own sides is kept, too. */
const MARGIN = 0.14;

interface Measured {
  readonly frame: number;
  /** Pixels: how high it is in its middle, and how wide. */
  readonly high: number;
  readonly wide: number;
}

/**
 * Looks for the mouth in a clip's frames (small copies, all of one size) and sorts them by how open and how wide it is: what is played
 * then is chosen by the voice. The mouth is where colours move, and what there is unlike the skin around it; the skin
 * is taken out where it has a colour of its own, so that the mouth sits on any face.
 * @throws Failure `no-mouth` where nothing moves.
 */
export function mouthSource(media: string, frames: readonly { readonly frame: number; readonly image: Raster }[]): MouthSource {
  const [first] = frames;
  if (!first || frames.length < 2) throw failure('no-mouth', 'Only one frame came: a mouth has to move. Choose a clip in which it speaks.');
  const { width, height } = first.image;
  const labs = frames.map(({ image }) => labOfAll(image));
  const box = movingBox(labs, width, height);
  if (!box) throw failure('no-mouth', 'Nothing moves in this clip. Choose one in which a mouth speaks.');
  const skin = skinAround(labs, box, width, height);
  const measured = frames.map(({ frame }, n): Measured => ({ frame, ...measure(labs[n] as Float32Array, skin, box, width) }));
  const highs = measured.map(({ high }) => high).sort((a, b) => a - b);
  const [low, top] = [highs[0] as number, highs.at(-1) as number];
  if (top - low < 2) throw failure('no-mouth', 'No mouth opens in this clip. Choose one in which it speaks.');
  const shut = measured.filter(({ high }) => high < low + (top - low) * 0.3);
  const rest = [...shut].sort((a, b) => a.wide - b.wide)[shut.length >> 1]?.wide || (box.right - box.left) * 0.6;
  const aspect = height / width;
  const all = measured.map(({ frame, high, wide }) => ({
    media,
    frame,
    aspect: Math.round(aspect * 1e4) / 1e4,
    open: Math.round(((high - low) / (top - low)) * 1000) / 1000,
    wide: Math.round(Math.min(4, wide / rest) * 1000) / 1000,
  }));
  const key = keyOfBox(first.image, skinBox(box, width, height));
  const [rx, ry] = [((box.right - box.left) / 2) * (1 + MARGIN), ((box.bottom - box.top) / 2) * (1 + MARGIN)];
  const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const rough = Array.from({ length: 28 }, (_, n): [number, number] => {
    // A little squarer than an ellipse: corners of mouths reach far out.
    const [c, s] = [Math.cos((n / 28) * 2 * Math.PI), Math.sin((n / 28) * 2 * Math.PI)];
    const place = (middle: number, reach: number, by: number, side: number): number => Math.max(0, Math.min(1, (middle + Math.sign(by) * Math.abs(by) ** 0.7 * reach) / side));
    return [place(cx, rx, c, width), place(cy, ry, s, height)];
  });
  const chroma = { ...(key ?? { colour: '#808080', tolerance: 0, softness: 0.01, spill: 0 }), spill: 0, shrink: 0, blur: 0, rough };
  return { size: Math.round((width / rest) * 1000) / 1000, x: cx / width, y: lipLine(labs, measured, skin, box, width) / height, chroma, shapes: spread(all) };
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Where colours move from frame to frame: the box of all but stray pixels. */
function movingBox(labs: readonly Float32Array[], width: number, height: number): Box | undefined {
  const columns = new Float64Array(width);
  const rows = new Float64Array(height);
  let all = 0;
  for (let p = 0; p < width * height; p++) {
    let spread = 0;
    for (let c = 0; c < 3; c++) {
      let [sum, squares] = [0, 0];
      for (const lab of labs) {
        const value = lab[p * 3 + c] as number;
        sum += value;
        squares += value * value;
      }
      spread += Math.max(0, squares / labs.length - (sum / labs.length) ** 2);
    }
    if (Math.sqrt(spread) < MOVES) continue;
    all++;
    columns[p % width] = (columns[p % width] as number) + 1;
    rows[Math.floor(p / width)] = (rows[Math.floor(p / width)] as number) + 1;
  }
  if (all < 12) return undefined;
  const ends = (counts: Float64Array): [number, number] => {
    let [from, to] = [0, counts.length - 1];
    for (let cut = 0; from < to && cut + (counts[from] as number) < all * 0.004; from++) cut += counts[from] as number;
    for (let cut = 0; to > from && cut + (counts[to] as number) < all * 0.004; to--) cut += counts[to] as number;
    return [from, to + 1];
  };
  const [left, right] = ends(columns);
  const [top, bottom] = ends(rows);
  return { left, top, right, bottom };
}

/** A stripe of skin beside the mouth, in shares. */
function skinBox({ left, top, right, bottom }: Box, width: number, height: number): Box {
  const room =
    left > width - right
      ? [Math.max(0, left - width * 0.16), Math.max(1, left - width * 0.02)]
      : [Math.min(width - 1, right + width * 0.02), Math.min(width, right + width * 0.16)];
  const middle = (top + bottom) / 2;
  const half = Math.max(1, (bottom - top) * 0.3);
  return { left: (room[0] as number) / width, right: ((room[1] as number) - 0.5) / width, top: (middle - half) / height, bottom: (middle + half) / height };
}

/** The skin's colour: the middle of what lies beside the mouth in the first frame. */
function skinAround(labs: readonly Float32Array[], box: Box, width: number, height: number): readonly [number, number, number] {
  const near = skinBox(box, width, height);
  const values: [number[], number[], number[]] = [[], [], []];
  for (let y = Math.floor(near.top * height); y < near.bottom * height; y++)
    for (let x = Math.floor(near.left * width); x <= near.right * width; x++)
      for (let c = 0; c < 3; c++) (values[c] as number[]).push((labs[0] as Float32Array)[(y * width + x) * 3 + c] as number);
  return values.map((list) => list.sort((a, b) => a - b)[list.length >> 1] ?? 0.7) as unknown as readonly [number, number, number];
}

const unlike = (lab: Float32Array, p: number, skin: readonly [number, number, number]): boolean =>
  Math.hypot((lab[p * 3] as number) - skin[0], (lab[p * 3 + 1] as number) - skin[1], (lab[p * 3 + 2] as number) - skin[2]) > DIFFERENT;

/** How wide what is unlike the skin is, and how high in its middle third. */
function measure(lab: Float32Array, skin: readonly [number, number, number], box: Box, width: number): { high: number; wide: number } {
  const columns: number[] = [];
  for (let x = box.left; x < box.right; x++) {
    let count = 0;
    for (let y = box.top; y < box.bottom; y++) if (unlike(lab, y * width + x, skin)) count++;
    columns.push(count);
  }
  const [from, to] = [columns.findIndex((count) => count > 0), columns.findLastIndex((count) => count > 0)];
  if (from < 0) return { high: 0, wide: 0 };
  const wide = to - from + 1;
  const inner = columns.slice(from + Math.floor(wide / 3), from + Math.ceil((wide * 2) / 3));
  return { high: inner.reduce((sum, count) => sum + count, 0) / Math.max(1, inner.length), wide };
}

/** Where the lips meet: the middle of what is unlike the skin in the frame that is shut most. */
function lipLine(labs: readonly Float32Array[], measured: readonly Measured[], skin: readonly [number, number, number], box: Box, width: number): number {
  const n = measured.reduce((best, { high }, at) => (high < (measured[best] as Measured).high ? at : best), 0);
  let [sum, count] = [0, 0];
  for (let y = box.top; y < box.bottom; y++)
    for (let x = box.left; x < box.right; x++)
      if (unlike(labs[n] as Float32Array, y * width + x, skin)) {
        sum += y + 0.5;
        count++;
      }
  return count ? sum / count : (box.top + box.bottom) / 2;
}

/** So many shapes as are needed: always the one that is farthest from those that are there, in the clip's order. */
function spread<T extends { readonly frame: number; readonly open: number; readonly wide: number }>(all: readonly T[]): T[] {
  const taken = [all.reduce((a, b) => (b.open < a.open ? b : a))];
  while (taken.length < Math.min(MOST_SHAPES, all.length)) {
    let best: T | undefined;
    let farthest = 0.0004;
    for (const one of all) {
      const away = Math.min(...taken.map((other) => (one.open - other.open) ** 2 + (one.wide - other.wide) ** 2));
      if (away > farthest) [best, farthest] = [one, away];
    }
    if (!best) break;
    taken.push(best);
  }
  return taken.sort((a, b) => a.frame - b.frame);
}
