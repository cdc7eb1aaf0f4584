import { invert, type Matrix, meanScale, multiply, transform } from '../draw/matrix.ts';
import { type Path, rect } from '../draw/path.ts';
import { type Bend, type Blend, type Colour, type Gradient, type Image, type Item, isGroup, type Node, type Paint, type Stroke } from '../draw/picture.ts';
import { Engine, type EngineExports } from './engine.ts';
import {
  type Box,
  blurReach,
  COARSE,
  coarse,
  EMPTY_BOX,
  grown,
  intersection,
  isCoarse,
  isEmpty,
  isPlaneUnit,
  type Measure,
  type NodeUnit,
  type PlaneUnit,
  touches,
  type Unit,
  type UnitMask,
  union,
  unitOf,
} from './geometry.ts';
import { type Images, PictureStore } from './pictures.ts';
import { Surface } from './surface.ts';

export type { Images, PlanarImage, RawImage } from './pictures.ts';

/** Operations of raster.as.ts. */
const OVER = 0;
const ATOP = 1;
const WITHIN = 2;
const BLENDED: Readonly<Record<Exclude<Blend, 'normal'>, number>> = { multiply: 3, screen: 4, overlay: 5, 'soft light': 6, add: 7 };

const SHADES = 1024;
/** Straight pieces of one line of a stroke. */
const MOST_STROKE_POINTS = 16_384;

/** Corners of bent pictures farther out than this (pixels) are brought in. */
const FARTHEST = 1 << 20;

/**
 * Paints nodes on surfaces. One for a film, a stage or a sheet: it holds the compiled rasteriser, its memory and the
 * pictures that were used.
 */
export class Painter {
  readonly engine: Engine;
  private readonly pictures: PictureStore;
  /** Blocks that grow as needed: the cells, a shape's points, groups by their depth, one row for the blur. */
  private readonly blocks = new Map<string | number, { at: number; bytes: number }>();
  private memory: Int32Array | undefined;
  private floatMemory: Float32Array | undefined;
  private halfMemory: Uint16Array | undefined;
  /** Of an output pixel's sides, what the grid that is painted on now has: less inside a plane with a wide blur. */
  private share = 1;

  constructor(exports: EngineExports, images: Images = () => undefined) {
    this.engine = new Engine(exports);
    this.pictures = new PictureStore(this.engine, images);
  }

  /** Pictures that were asked for and are not decoded yet. */
  get missing(): Set<string> {
    return this.pictures.missing;
  }

  surface(box: Box): Surface {
    return new Surface(this.engine, box);
  }

  /** Lays a node in the output (geometry.ts). */
  unit = (node: Node, view: Matrix): NodeUnit => unitOf(node, view, this.measure);

  /** Box of an item's points and line. */
  readonly measure: Measure = (item, full) => {
    let [left, top, right, bottom] = [EMPTY_BOX.left, EMPTY_BOX.top, EMPTY_BOX.right, EMPTY_BOX.bottom];
    if (item.path?.length) {
      this.place(item.path, full);
      const at = this.block('bounds', 16) >> 2;
      const words = this.words();
      const room = item.stroke ? Math.ceil((strokeWidth(item.stroke, full) / 2) * 256) + 1 : 0;
      left = ((words[at] as number) - room) >> 8;
      top = ((words[at + 1] as number) - room) >> 8;
      right = ((words[at + 2] as number) + room + 255) >> 8;
      bottom = ((words[at + 3] as number) + room + 255) >> 8;
    }
    if (item.image?.bend) {
      const { corners } = item.image.bend;
      for (let n = 0; n + 1 < corners.length; n += 2) {
        const { x, y } = transform(full, corners[n] as number, corners[n + 1] as number);
        left = Math.min(left, Math.floor(x));
        top = Math.min(top, Math.floor(y));
        right = Math.max(right, Math.ceil(x) + 1);
        bottom = Math.max(bottom, Math.ceil(y) + 1);
      }
    } else if (item.image) {
      this.place(outlineOf(item.image), full);
      const at = this.block('bounds', 16) >> 2;
      const words = this.words();
      left = Math.min(left, (words[at] as number) >> 8);
      top = Math.min(top, (words[at + 1] as number) >> 8);
      right = Math.max(right, ((words[at + 2] as number) + 255) >> 8);
      bottom = Math.max(bottom, ((words[at + 3] as number) + 255) >> 8);
    }
    return { left, top, right, bottom };
  };

  /** Paints a unit on `target`, within `clip` (output pixels). */
  paint(target: Surface, clip: Box, unit: Unit): void {
    if (touches(unit.box, clip)) this.unitOn(target, intersection(clip, target.box), unit, OVER, 0);
  }

  /** Where a unit lies on the grid that is painted on: pixels, or what stands for several. */
  private boxOf({ box }: Unit): Box {
    return this.share === 1 ? box : coarse(box);
  }

  private unitOn(target: Surface, clip: Box, unit: Unit, operation: number, depth: number): void {
    const whole = this.boxOf(unit);
    const box = intersection(whole, clip);
    if (isEmpty(box)) return;
    if (isPlaneUnit(unit)) {
      this.planeOn(target, box, unit, depth);
      return;
    }
    const { node, view } = unit;
    const op = node.blend && node.blend !== 'normal' ? BLENDED[node.blend] : operation;
    const alpha = Math.round((node.alpha ?? 1) * 256);
    const deviation = (node.blur ?? 0) * meanScale(view) * this.share;
    if (!isGroup(node) && deviation === 0) {
      this.item(target, box, node, unit.full, op, alpha);
      return;
    }
    // Groups and blurred items are painted apart; a blur needs what lies around it too.
    const room = deviation ? intersection(grown(clip, blurReach(deviation)), whole) : box;
    const part = this.scratch(depth, room);
    if (isGroup(node)) {
      if (unit.base) this.item(part, room, unit.base.node as Item, unit.base.full, OVER, 256);
      for (const item of unit.items ?? []) this.unitOn(part, room, item, node.base ? ATOP : OVER, depth + 1);
      if (unit.mask) this.item(part, room, unit.mask.node as Item, unit.mask.full, WITHIN, 256);
    } else this.item(part, room, node, unit.full, OVER, 256);
    this.soften(part, deviation);
    this.lay(part, target, box, op, alpha);
  }

  /** Paints a plane with a look within a box of its own. */
  private planeOn(target: Surface, box: Box, unit: PlaneUnit, depth: number): void {
    if (this.share === 1 && isCoarse(unit.blur)) {
      this.coarsely(target, box, unit, depth);
      return;
    }
    const blur = unit.blur * this.share;
    const inner = unit.units.reduce<Box>((all, one) => union(all, this.boxOf(one)), EMPTY_BOX);
    const room = intersection(blur > 0 ? grown(box, blurReach(blur)) : box, inner);
    if (isEmpty(room)) return;
    const part = this.contentOf(unit, room, depth);
    if (blur > 0) {
      const wide = this.blurred(part, intersection(grown(box, blurReach(blur)), grown(inner, blurReach(blur))), blur, depth + 1);
      this.lay(wide, target, intersection(box, wide.box), blendOf(unit), Math.round(unit.alpha * 256));
      return;
    }
    this.lay(part, target, room, blendOf(unit), Math.round(unit.alpha * 256));
  }

  /** What is in a plane with a look, within a room: kept by its masks and recoloured. */
  private contentOf({ units, masks, colour }: PlaneUnit, room: Box, depth: number): Surface {
    const part = this.scratch(depth, room);
    for (const one of units) if (touches(this.boxOf(one), room)) this.unitOn(part, room, one, OVER, depth + 1);
    for (const mask of masks) this.keepWithin(part, mask, depth + 1);
    if (colour) {
      const at = this.block('matrix', 48);
      this.floats().set(colour, at >> 2);
      this.engine.wasm.recolour(part.at, part.width * part.height, at);
    }
    return part;
  }

  /** A surface blurred, with room for what the blur carries over its content's edge. */
  private blurred(part: Surface, room: Box, deviation: number, depth: number): Surface {
    const wide = this.scratch(depth, room);
    wide.copyFrom(part, part.box);
    this.soften(wide, deviation);
    return wide;
  }

  /**
   * A plane with a wide blur: nothing in it is left as fine as a pixel, so that it is painted and blurred at a part of its size,
   * on a grid that lies the same for every clip, and laid down enlarged between its nearest pixels.
   */
  private coarsely(target: Surface, box: Box, unit: PlaneUnit, depth: number): void {
    // One more on every side: the pixels beside the outermost are between two.
    const seen = grown(coarse(box), 1);
    const wide = this.onCoarseGrid(() => {
      // The coarse pixels themselves, and what lies between them, blur as well: by variances of a box and a tent of their width.
      const blur = Math.sqrt(unit.blur ** 2 - COARSE ** 2 / 4) * this.share;
      const room = grown(seen, blurReach(blur));
      const within = intersection(
        room,
        unit.units.reduce<Box>((all, one) => union(all, this.boxOf(one)), EMPTY_BOX),
      );
      return isEmpty(within) ? undefined : this.blurred(this.contentOf(unit, within, depth), room, blur, depth + 1);
    });
    if (!wide) return;
    const large = { ...box, left: Math.floor(box.left / COARSE) * COARSE, right: Math.ceil(box.right / COARSE) * COARSE };
    const fine = this.scratch(depth, large);
    const { left, top } = wide.box;
    this.engine.wasm.enlarge(fine.at, large.left, large.top, fine.width, fine.height, wide.at, wide.width, wide.height, left, top, this.block('row', fine.width * 2 + 24));
    this.lay(fine, target, box, blendOf(unit), Math.round(unit.alpha * 256));
  }

  private onCoarseGrid<T>(paint: () => T): T {
    this.share = 1 / COARSE;
    try {
      return paint();
    } finally {
      this.share = 1;
    }
  }

  /** Keeps of a surface what a mask lets through. */
  private keepWithin(part: Surface, { units, invert, feather }: UnitMask, depth: number): void {
    const soft = feather * this.share;
    const reach = soft > 0 ? blurReach(soft) : 0;
    const wide = this.scratch(depth, grown(part.box, reach));
    for (const one of units) if (touches(this.boxOf(one), wide.box)) this.unitOn(wide, wide.box, one, OVER, depth + 2);
    let mask = wide;
    if (reach) {
      this.soften(wide, soft);
      mask = this.scratch(depth + 1, part.box);
      mask.copyFrom(wide, part.box);
    }
    this.engine.wasm.keep(part.at, mask.at, part.width * part.height, invert);
  }

  /** Blurs a surface: three boxes of this size stand for the deviation (SVG 1.1, feGaussianBlur). */
  private soften(part: Surface, deviation: number): void {
    const size = Math.floor((deviation * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5);
    if (size > 1) this.engine.wasm.blur(part.at, part.width, part.height, size, this.block('lines', (Math.max(part.width, part.height) + 2 * size + 2) * 32));
  }

  /** Lays what was painted apart on a surface, within a box of both. */
  private lay(part: Surface, target: Surface, box: Box, operation: number, alpha: number): void {
    if (isEmpty(box)) return;
    this.aim(target, box, operation, alpha);
    this.engine.wasm.surface(part.at, part.stride, part.box.left, part.box.top);
  }

  private item(target: Surface, clip: Box, item: Item, whole: Matrix, operation: number, alpha: number): void {
    const { wasm } = this.engine;
    const full = this.share === 1 ? whole : (whole.map((value) => value * this.share) as unknown as Matrix);
    const { path, stroke } = item;
    this.aim(target, clip, operation, alpha);
    if (path?.length) {
      const points = this.place(path, full);
      if (item.fill !== undefined) {
        this.ink(item.fill, full);
        wasm.fill(points, path.length, item.evenOdd ?? false);
      }
      if (stroke) {
        this.ink(stroke.paint, full);
        wasm.stroke(points, path.length, strokeWidth(stroke, full), stroke.cap !== 'butt', this.block('middle', MOST_STROKE_POINTS * 32), MOST_STROKE_POINTS);
      }
    }
    if (item.image) this.image(item.image, full);
  }

  /** Puts a path's points where the rasteriser finds them, and their box into `bounds`. */
  private place(path: Path, full: Matrix): number {
    const raw = this.block('path', path.length * 4);
    const points = this.block('points', path.length * 4);
    const bounds = this.block('bounds', 16);
    this.floats().set(path, raw >> 2);
    this.engine.wasm.place(raw, path.length, full[0], full[1], full[2], full[3], full[4], full[5], points, bounds);
    return points;
  }

  private aim(target: Surface, clip: Box, operation: number, alpha: number): void {
    const { wasm } = this.engine;
    const cells = this.block('cells', wasm.cellBytes(clip.right - clip.left, clip.bottom - clip.top));
    wasm.target(target.at, target.stride, target.box.left, target.box.top, clip.left, clip.top, clip.right, clip.bottom, cells);
    wasm.how(alpha, operation);
  }

  private ink(paint: Paint, full: Matrix): void {
    const { wasm } = this.engine;
    if (typeof paint === 'string') {
      wasm.solid(packed(paint));
      return;
    }
    const table = this.block('shades', SHADES * 8);
    this.halves().set(shades(paint), table >> 1);
    if (paint.kind === 'linear') {
      const a = transform(full, ...paint.from);
      const b = transform(full, ...paint.to);
      wasm.linear(a.x, a.y, b.x, b.y, table);
    } else {
      const centre = transform(full, ...paint.centre);
      wasm.radial(centre.x, centre.y, paint.radius * meanScale(full), table);
    }
  }

  /** A picture under any matrix: its outline, filled with its texels (bilinear, between two sizes where it is made smaller). */
  private image(image: Image, full: Matrix): void {
    if (image.bend) return this.bent(image, image.bend, full);
    const { x, y, width, height } = image;
    if (Math.abs(full[0] * full[3] - full[1] * full[2]) * width * height < 1e-6) return;
    // From output pixels to texels of the whole picture.
    const toTexels = (whole: { width: number; height: number }): Matrix =>
      multiply([whole.width / width, 0, 0, whole.height / height, (-x * whole.width) / width, (-y * whole.height) / height], invert(full));
    const sizes = this.pictures.sizes(image, (whole) => {
      const [a, b, c, d] = toTexels(whole);
      return Math.max(Math.hypot(a, b), Math.hypot(c, d));
    });
    if (!sizes) return;
    const { level, next, first, share } = sizes;
    const [a, b, c, d, e, f] = toTexels(sizes.whole);
    const k = 2 ** -first;
    const outline = outlineOf(image);
    const points = this.place(outline, full);
    this.engine.wasm.picture(level.at, level.width, level.height, a * k, b * k, c * k, d * k, e * k, f * k, next?.at ?? 0, share);
    this.engine.wasm.fill(points, outline.length, false);
  }

  /** A picture whose cells are sent where its bend says; its size is taken by what it covers as a whole. */
  private bent(image: Image, { columns, rows, corners }: Bend, full: Matrix): void {
    const sizes = this.pictures.sizes(image, (whole) => whole.width / Math.max(1e-6, image.width * meanScale(full)));
    if (!sizes) return;
    const { level, next, share } = sizes;
    const at = this.block('corners', corners.length * 8);
    const out = new Float64Array(this.engine.wasm.memory.buffer, at, corners.length);
    for (let n = 0; n + 1 < corners.length; n += 2) {
      const { x, y } = transform(full, corners[n] as number, corners[n + 1] as number);
      out[n] = Math.max(-FARTHEST, Math.min(FARTHEST, x));
      out[n + 1] = Math.max(-FARTHEST, Math.min(FARTHEST, y));
    }
    this.engine.wasm.picture(level.at, level.width, level.height, 1, 0, 0, 1, 0, 0, next?.at ?? 0, share);
    this.engine.wasm.bent(at, columns, rows);
  }

  private scratch(depth: number, box: Box): Surface {
    const bytes = (box.right - box.left) * (box.bottom - box.top) * 4;
    const surface = new Surface(this.engine, box, this.block(depth, bytes));
    surface.wipe(box, 0);
    return surface;
  }

  private block(name: string | number, bytes: number): number {
    const known = this.blocks.get(name);
    if (known && known.bytes >= bytes) return known.at;
    if (known) this.engine.give(known.at);
    const made = { at: this.engine.take(bytes * 1.25), bytes };
    this.blocks.set(name, made);
    return made.at;
  }

  private words(): Int32Array {
    const { buffer } = this.engine.wasm.memory;
    if (this.memory?.buffer !== buffer) this.memory = new Int32Array(buffer);
    return this.memory;
  }

  private halves(): Uint16Array {
    const { buffer } = this.engine.wasm.memory;
    if (this.halfMemory?.buffer !== buffer) this.halfMemory = new Uint16Array(buffer);
    return this.halfMemory;
  }

  private floats(): Float32Array {
    const { buffer } = this.engine.wasm.memory;
    if (this.floatMemory?.buffer !== buffer) this.floatMemory = new Float32Array(buffer);
    return this.floatMemory;
  }
}

/** Pixels; a hair line stays visible. */
const strokeWidth = (stroke: Stroke, full: Matrix): number => Math.max(0.1, stroke.width * meanScale(full));

const colours = new Map<Colour, number>();

/** `#rrggbb` as the four bytes of an opaque pixel. */
export function packed(colour: Colour): number {
  let value = colours.get(colour);
  if (value === undefined) {
    if (colours.size > 20_000) colours.clear();
    value = pixel(colour, 1);
    colours.set(colour, value);
  }
  return value;
}

function pixel(colour: Colour, alpha: number): number {
  const rgb = Number.parseInt(colour.slice(1), 16);
  const part = (shift: number): number => Math.round(((rgb >> shift) & 255) * alpha);
  return part(16) | (part(8) << 8) | (part(0) << 16) | (Math.round(alpha * 255) << 24);
}

const tables = new WeakMap<Gradient, Uint16Array>();

/** Levels of a channel to a level of a pixel in a gradient's table. */
const FINE = 256;

/** A gradient's colours from end to end, premultiplied, 16 bits a channel; between stops straight colours and their alpha are mixed, as in CSS. */
function shades(gradient: Gradient): Uint16Array {
  let table = tables.get(gradient);
  if (!table) {
    table = new Uint16Array(SHADES * 4);
    const stops = gradient.stops.map(({ at, colour, alpha = 1 }) => ({ at, rgb: Number.parseInt(colour.slice(1), 16), alpha }));
    let next = 0;
    for (let n = 0; n < SHADES; n++) {
      const t = n / (SHADES - 1);
      while (next < stops.length && (stops[next]?.at as number) <= t) next++;
      const b = stops[Math.min(next, stops.length - 1)];
      const a = stops[Math.max(0, next - 1)];
      if (!a || !b) continue;
      const part = b.at > a.at ? Math.max(0, Math.min(1, (t - a.at) / (b.at - a.at))) : 0;
      const alpha = a.alpha + (b.alpha - a.alpha) * part;
      const channel = (shift: number): number => Math.round((((a.rgb >> shift) & 255) * (1 - part) + ((b.rgb >> shift) & 255) * part) * alpha * FINE);
      table.set([channel(16), channel(8), channel(0), Math.round(alpha * 255 * FINE)], n * 4);
    }
    tables.set(gradient, table);
  }
  return table;
}

const blendOf = ({ blend }: PlaneUnit): number => (blend === 'normal' ? OVER : BLENDED[blend]);

const outlines = new WeakMap<Image, Path>();

/** The rectangle of a picture, in its item's units. */
function outlineOf(image: Image): Path {
  let outline = outlines.get(image);
  if (!outline) outlines.set(image, (outline = rect(image.x, image.y, image.width, image.height)));
  return outline;
}
