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
  private readonly tables = new Map<string, { readonly at: number; readonly luma: number }>();

  constructor(engine: Engine, images: Images) {
    this.engine = engine;
    this.images = images;
  }

  /** A picture's sizes, largest first, or undefined while it is not there. */
  levels({ media, frame, keying }: Image): readonly Level[] | undefined {
    const kept = frame === undefined ? this.still : this.moving;
    const key = `${media} ${frame ?? ''} ${keyingText(keying)}`;
    const known = kept.get(key);
    if (known) {
      // The one that was used last is given away last.
      kept.delete(key);
      kept.set(key, known);
      return known.levels;
    }
    const image = this.images(media, frame);
    if (!image) {
      this.missing.add(media);
      return undefined;
    }
    this.missing.delete(media);
    this.makeRoom(frame === undefined ? 'still' : 'moving');
    const levels = this.sizes(this.pixels(image, keying), image);
    const bytes = levels.reduce((sum, { width, height }) => sum + width * height * 4, 0);
    kept.set(key, { levels, bytes });
    this.bytes[frame === undefined ? 'still' : 'moving'] += bytes;
    return levels;
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

  /** A picture's own size in memory, keyed. */
  private pixels(image: RawImage | PlanarImage, keying: Keying | undefined): number {
    const { engine } = this;
    const { wasm } = engine;
    const { width, height } = image;
    const count = width * height;
    const table = keying && this.table(keying);
    const at = engine.take(count * 4, false);
    if ('planes' in image) {
      const { planes, halved, alpha } = image;
      const rows = height * (alpha ? 2 : 1);
      const chroma = halved ? (width + 1) >> 1 : width;
      const from = engine.take(planes.length, false);
      engine.bytes(from, planes.length).set(planes);
      const u = from + width * rows;
      const v = u + chroma * (halved ? (rows + 1) >> 1 : rows);
      const room = engine.take(wasm.planarRoom(width), false);
      wasm.planar(from, u, v, width, chroma, width, height, halved, alpha ? from + width * height : 0, table?.at ?? 0, table?.luma ?? 0, at, room);
      engine.give(from);
      engine.give(room);
    } else {
      engine.bytes(at, count * 4).set(image.data);
      wasm.premultiply(at, count);
      if (table) wasm.keyOut(at, count, table.at, table.luma);
    }
    if (!keying) return at;
    const edge = softEdge(keying);
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

  private sizes(at: number, { width, height }: { readonly width: number; readonly height: number }): Level[] {
    let level = { at, width, height };
    const levels = [level];
    while (level.width > 1 && level.height > 1) {
      const [w, h] = [(level.width + 1) >> 1, (level.height + 1) >> 1];
      const half = { at: this.engine.take(w * h * 4, false), width: w, height: h };
      this.engine.wasm.halve(level.at, level.width, level.height, half.at);
      levels.push((level = half));
    }
    return levels;
  }

  /** The table of a key, made when it is first asked for. */
  private table(keying: Keying): { readonly at: number; readonly luma: number } {
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
    const y = (row + 0.5) / height;
    const crossings: number[] = [];
    outline.forEach(([x0, y0], n) => {
      const [x1, y1] = outline[(n + 1) % outline.length] as readonly [number, number];
      if (y0 <= y !== y1 <= y) crossings.push(Math.round((x0 + ((y - y0) / (y1 - y0)) * (x1 - x0)) * width));
    });
    crossings.sort((a, b) => a - b);
    let from = 0;
    for (let n = 0; n <= crossings.length; n += 2) {
      const to = Math.max(0, Math.min(width, crossings[n] ?? width));
      if (to > from) pixels.fill(0, (row * width + from) * 4, (row * width + to) * 4);
      from = Math.max(0, Math.min(width, crossings[n + 1] ?? width));
    }
  }
}
