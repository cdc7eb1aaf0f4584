import { crossingsAt } from '../draw/outline.ts';
import { type Image, type Keying, keyingText } from '../draw/picture.ts';
import type { Engine } from './engine.ts';
import { keyOf, softEdge } from './keying.ts';

/** A decoded picture: RGBA with straight alpha. */
export interface RawImage {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray | Uint8Array;
}

/** A decoded frame as decoders give it: luma, then blue and red chroma, 8 bits, BT.709 limited range, rows without gaps. */
export interface PlanarImage {
  readonly width: number;
  readonly height: number;
  readonly planes: Uint8Array;
  /** Chroma has half the sides (4:2:0). */
  readonly halved: boolean;
  /** The coded picture is twice as tall: below, its opacity as luma. */
  readonly alpha: boolean;
  /** Which frame it is, where it stands in for one that is late. */
  readonly standsIn?: number;
}

/** Finds decoded pictures by their content hash (of a moving one, a frame); undefined while one is being read. */
export type Images = (media: string, frame?: number) => RawImage | PlanarImage | undefined;

/** One size of a picture in the painter's memory. */
export interface Level {
  readonly at: number;
  readonly width: number;
  readonly height: number;
}

/** Pictures are kept in the painter's memory up to this many bytes; a film's frames are seen once, and give way first. */
const MOST_IMAGE_BYTES = 320 << 20;
const MOST_FRAME_BYTES = 96 << 20;
/** Tables of keys that are kept: one a keyed layer. */
const MOST_TABLES = 6;

interface Sides {
  readonly width: number;
  readonly height: number;
}

/** Which of a picture's sizes are read, and how much of the smaller one (of 256). */
export interface Sizes {
  readonly whole: Sides;
  readonly level: Level;
  readonly next: Level | undefined;
  /** How often it is halved. */
  readonly first: number;
  readonly share: number;
}

/** A key's table, and the key's luma above black. */
interface Table {
  readonly at: number;
  readonly luma: number;
}

/** Sizes of a picture are taken so much larger than a texel to the pixel would ask for (octaves): crisp, and still without shimmer. */
const SHARPER = 0.5;
const MOST_HALVINGS = 6;

const keyOfStill = ({ media, keying }: Image): string => `${media} ${keyingText(keying)}`;

/** Sides after so many halvings, rounded up each time. */
function halved({ width, height }: Sides, times: number): Sides {
  let [w, h] = [width, height];
  for (let n = 0; n < times; n++) [w, h] = [(w + 1) >> 1, (h + 1) >> 1];
  return { width: w, height: h };
}

/** Of a picture's sizes the two to mix, where a step in the output is so many texels. */
function sizesFor(levels: readonly Level[], step: number): Sizes {
  const fine = Math.min(levels.length - 1, Math.max(0, Math.log2(Math.max(1, step)) - SHARPER));
  const first = Math.floor(fine + 1e-9);
  const next = levels[first + 1];
  return { whole: levels[0] as Level, level: levels[first] as Level, next, first, share: next ? Math.round((fine - first) * 256) : 0 };
}

interface Kept {
  readonly levels: Level[];
  readonly bytes: number;
}

/** Pictures as the rasteriser reads them: at their own size, half, a quarter …, premultiplied, keyed where they are. */
export class PictureStore {
  /** Pictures that were asked for and are not decoded yet. */
  readonly missing = new Set<string>();
  private readonly engine: Engine;
  private readonly images: Images;
  /** What stands still, and frames of what moves. */
  private readonly still = new Map<string, Kept>();
  private readonly moving = new Map<string, Kept>();
  private bytes = { still: 0, moving: 0 };
  private readonly tables = new Map<string, Table>();

  constructor(engine: Engine, images: Images) {
    this.engine = engine;
    this.images = images;
  }

  /**
   * The sizes to read a picture from where a step in the output is so many of its texels, or undefined while it is not
   * there. What stands still is read between two sizes; a frame of what moves from one that is made for it alone, never
   * softer than the output.
   */
  sizes(image: Image, stepOf: (whole: Sides) => number): Sizes | undefined {
    const { media, frame, keying } = image;
    const known = frame === undefined ? this.still.get(keyOfStill(image)) : undefined;
    if (known) return sizesFor(known.levels, stepOf(known.levels[0] as Level));
    const raw = this.images(media, frame);
    if (!raw) {
      this.missing.add(media);
      return undefined;
    }
    this.missing.delete(media);
    if (frame === undefined) {
      this.makeRoom('still');
      const at = this.pixels(raw, keying, 0);
      const levels = this.halves({ at, width: raw.width, height: raw.height });
      this.hold('still', keyOfStill(image), levels);
      return sizesFor(levels, stepOf(raw));
    }
    const first = Math.max(0, Math.min(MOST_HALVINGS, Math.floor(Math.log2(Math.max(1, stepOf(raw))) + 1e-9)));
    const key = `${media} ${'planes' in raw ? (raw.standsIn ?? frame) : frame} ${first} ${keyingText(keying)}`;
    let made = this.moving.get(key);
    if (!made) {
      this.makeRoom('moving');
      const at = this.pixels(raw, keying, first);
      made = this.hold('moving', key, [{ at, ...halved(raw, first) }]);
    }
    return { whole: raw, level: made.levels[0] as Level, next: undefined, first, share: 0 };
  }

  private hold(which: 'still' | 'moving', key: string, levels: Level[]): Kept {
    const bytes = levels.reduce((sum, { width, height }) => sum + width * height * 4, 0);
    const kept = { levels, bytes };
    this[which].set(key, kept);
    this.bytes[which] += bytes;
    return kept;
  }

  private makeRoom(which: 'still' | 'moving'): void {
    const most = which === 'still' ? MOST_IMAGE_BYTES : MOST_FRAME_BYTES;
    const kept = this[which];
    for (const [oldest, { levels, bytes }] of kept) {
      if (this.bytes[which] <= most) break;
      kept.delete(oldest);
      for (const { at } of levels) this.engine.give(at);
      this.bytes[which] -= bytes;
    }
  }

  /** A picture in memory at its own size or so many times halved, keyed. */
  private pixels(image: RawImage | PlanarImage, keying: Keying | undefined, halvings: number): number {
    const { engine } = this;
    const { wasm } = engine;
    const { width, height } = halved(image, halvings);
    const count = width * height;
    const table = keying && this.table(keying);
    let at: number;
    if ('planes' in image) {
      at = engine.take(count * 4, false);
      this.fromPlanes(image, halvings, table, at);
    } else {
      let whole: Level = { at: engine.take(image.width * image.height * 4, false), width: image.width, height: image.height };
      engine.bytes(whole.at, image.width * image.height * 4).set(image.data);
      wasm.premultiply(whole.at, image.width * image.height);
      for (let n = 0; n < halvings; n++) {
        const half = this.half(whole);
        engine.give(whole.at);
        whole = half;
      }
      at = whole.at;
      if (table) wasm.keyOut(at, count, table.at, table.luma);
    }
    if (!keying) return at;
    const edge = softEdge({ shrink: keying.shrink / 2 ** halvings, blur: keying.blur / 2 ** halvings });
    if (edge) {
      const [a, b] = [0, 1].map(() => engine.take(wasm.edgeBytes(width, height), false)) as [number, number];
      wasm.edge(at, width, height, edge.size, edge.low, edge.high, a, b);
      engine.give(a);
      engine.give(b);
    }
    if (keying.rough) keepInside(engine.bytes(at, count * 4), width, height, keying.rough);
    if (keying.matte) wasm.matte(at, count);
    return at;
  }

  /** A decoded frame's planes, halved as asked for before anything else is done to them. */
  private fromPlanes({ width, height, planes, halved: small, alpha }: PlanarImage, halvings: number, table: Table | undefined, to: number): void {
    const { engine } = this;
    const { wasm } = engine;
    const rows = height * (alpha ? 2 : 1);
    const [cw, ch] = small ? [(width + 1) >> 1, (rows + 1) >> 1] : [width, rows];
    const from = engine.take(planes.length, false);
    engine.bytes(from, planes.length).set(planes);
    const taken = [from];
    const plane = (at: number, w: number, h: number, times: number): number => {
      let [now, x, y] = [at, w, h];
      for (let n = 0; n < times; n++) {
        const half = engine.take(((x + 1) >> 1) * ((y + 1) >> 1), false);
        taken.push(half);
        wasm.halvePlane(now, x, y, half);
        [now, x, y] = [half, (x + 1) >> 1, (y + 1) >> 1];
      }
      return now;
    };
    const chroma = small ? Math.max(0, halvings - 1) : halvings;
    // Above an opacity only the upper half of each plane is colour.
    const colourRows = alpha ? (small ? (height + 1) >> 1 : height) : ch;
    const luma = plane(from, width, height, halvings);
    const u = plane(from + width * rows, cw, colourRows, chroma);
    const v = plane(from + width * rows + cw * ch, cw, colourRows, chroma);
    const opacity = alpha ? plane(from + width * height, width, height, halvings) : 0;
    const sides = halved({ width, height }, halvings);
    const stillSmall = small && halvings === 0;
    const room = engine.take(wasm.planarRoom(sides.width), false);
    taken.push(room);
    wasm.planar(luma, u, v, sides.width, stillSmall ? cw : sides.width, sides.width, sides.height, stillSmall, opacity, table?.at ?? 0, table?.luma ?? 0, to, room);
    for (const at of taken) engine.give(at);
  }

  private halves(level: Level): Level[] {
    const levels = [level];
    for (let last = level; last.width > 1 && last.height > 1; ) levels.push((last = this.half(last)));
    return levels;
  }

  private half({ at, width, height }: Level): Level {
    const sides = halved({ width, height }, 1);
    const half = { at: this.engine.take(sides.width * sides.height * 4, false), ...sides };
    this.engine.wasm.halve(at, width, height, half.at);
    return half;
  }

  /** The table of a key, made when it is first asked for. */
  private table(keying: Keying): Table {
    const { colour, tolerance, softness, spill } = keying;
    const name = [colour, tolerance, softness, spill].join(' ');
    let table = this.tables.get(name);
    if (!table) {
      for (const [oldest, { at }] of this.tables) {
        if (this.tables.size < MOST_TABLES) break;
        this.tables.delete(oldest);
        this.engine.give(at);
      }
      const { u, v, luma, ka, kb } = keyOf(colour);
      const { wasm } = this.engine;
      table = { at: this.engine.take(wasm.keyTableBytes(), false), luma };
      wasm.keyTable(table.at, u, v, ka, kb, tolerance, softness, spill);
      this.tables.set(name, table);
    }
    return table;
  }
}

/** Clears what lies outside of an outline (shares of the picture; even-odd), row by row. */
function keepInside(pixels: Uint8ClampedArray, width: number, height: number, outline: readonly (readonly [number, number])[]): void {
  for (let row = 0; row < height; row++) {
    const crossings = crossingsAt(outline, (row + 0.5) / height).map((x) => Math.round(x * width));
    let from = 0;
    for (let n = 0; n <= crossings.length; n += 2) {
      const to = Math.max(0, Math.min(width, crossings[n] ?? width));
      if (to > from) pixels.fill(0, (row * width + from) * 4, (row * width + to) * 4);
      from = Math.max(0, Math.min(width, crossings[n + 1] ?? width));
    }
  }
}
