import type { Picture } from '../draw/picture.ts';
import type { PaintHost, Surface } from './context.ts';
import { areaOf, type Box, boxOf, contains, intersection, isDelicate, isEmpty, touches, type Unit, union, unitsOf, ViewMemo } from './geometry.ts';
import { Painter } from './paint.ts';

/** Takes painted rectangles: `surface` from (sx, sy) is what the frame shows at `box`. */
export type RectSink = (surface: Surface, sx: number, sy: number, box: Box) => void;

/** Above this share of the frame a whole repaint is cheaper than its parts. */
const WHOLE_SHARE = 0.42;
/** Two rectangles become one when their union is at most this much larger than they are. */
const MERGE = 1.3;
/** Frames for which more of the back must stay still before it is painted into the bitmap below. */
const SETTLE_FRAMES = 12;
/** Rectangles are snapped outwards to the chroma grid and the SIMD width. */
const GRID_X = 16;
const GRID_Y = 2;
const REGION_GRID = 64;
const MOST_REGIONS = 60;

/**
 * Paints frame after frame, each exactly as a full repaint would, touching only what changed
 * (rendering.md, Stillness): the still back is kept as a bitmap, and of the rest every item that touches a dirty
 * rectangle is painted whole on a surface that holds it whole; only the rectangle is taken over.
 */
export class IncrementalPainter {
  readonly width: number;
  readonly height: number;
  private readonly host: PaintHost;
  private readonly painter: Painter;
  private readonly views = new ViewMemo();
  private readonly frame: Box;
  private readonly target: Surface | undefined;
  private readonly loose: boolean;
  private whole: Surface | undefined;
  private below: Surface | undefined;
  private belowUnits: readonly Unit[] = [];
  private belowColour = '';
  /** Surfaces of regions by their exact size: a small one is copied cheaply after it was read. */
  private readonly regions = new Map<number, Surface>();
  private units: readonly Unit[] | undefined;
  private colour = '';
  private stillFor = 0;
  private stillCount = 0;

  /**
   * `target` is painted on directly when a whole frame is due, which spares the stage a copy. `loose` lets shapes that
   * the frame's edge cuts be painted on small surfaces too: about one frame in two hundred then differs by one level
   * there, so only a moving stage may ask for it.
   */
  constructor(host: PaintHost, width: number, height: number, { target, loose = false }: { target?: Surface; loose?: boolean } = {}) {
    this.host = host;
    this.width = width;
    this.height = height;
    this.painter = new Painter(host);
    this.target = target;
    this.loose = loose;
    this.frame = { left: 0, top: 0, right: width, bottom: height };
  }

  /** Pictures that could not be painted because they are not decoded yet. */
  get missing(): ReadonlySet<string> {
    return this.painter.missing;
  }

  /** Forgets what was painted: the next frame is whole. */
  reset(): void {
    this.units = undefined;
    this.belowUnits = [];
    this.painter.missing.clear();
  }

  /** Paints the picture and hands over what changed since the last one. Gives the share of the frame that it was. */
  paint(picture: Picture, sink: RectSink): number {
    const scale = this.width / picture.width;
    const units = unitsOf(picture, scale, this.views);
    const before = this.units;
    this.units = units;
    if (!before || picture.background !== this.colour) {
      this.colour = picture.background;
      this.paintWhole(units, picture.background, 0, sink);
      return 1;
    }
    const { dirty, prefix } = this.difference(before, units);
    if (dirty.length === 0) return 0;
    this.keepBelow(units, prefix, picture.background);
    const rects = mergeBoxes(dirty.map((box) => this.grown(box)).filter((box) => !isEmpty(box)));
    const share = rects.reduce((sum, box) => sum + areaOf(box), 0) / areaOf(this.frame);
    if (rects.length === 0) return 0;
    if (share > WHOLE_SHARE) {
      this.paintWhole(units, picture.background, prefix, sink);
      return 1;
    }
    for (const rect of rects) this.paintRect(units, rect, sink);
    return share;
  }

  private difference(before: readonly Unit[], now: readonly Unit[]): { dirty: Box[]; prefix: number } {
    const same = (a: Unit | undefined, b: Unit | undefined): boolean => a !== undefined && b !== undefined && a.node === b.node && a.view === b.view;
    let prefix = 0;
    while (prefix < before.length && prefix < now.length && same(before[prefix], now[prefix])) prefix++;
    let tail = 0;
    while (tail < before.length - prefix && tail < now.length - prefix && same(before[before.length - 1 - tail], now[now.length - 1 - tail])) tail++;
    const dirty: Box[] = [];
    const add = (unit: Unit): void => {
      const box = intersection(boxOf(unit.node, unit.view), this.frame);
      if (!isEmpty(box)) dirty.push(box);
    };
    const places = new Map<unknown, number>();
    for (let index = prefix; index < before.length - tail; index++) places.set((before[index] as Unit).node, index);
    let last = -1;
    const kept = new Set<number>();
    for (let index = prefix; index < now.length - tail; index++) {
      const unit = now[index] as Unit;
      const place = places.get(unit.node);
      if (place !== undefined && place > last && same(before[place], unit)) {
        last = place;
        kept.add(place);
      } else add(unit);
    }
    for (let index = prefix; index < before.length - tail; index++) if (!kept.has(index)) add(before[index] as Unit);
    return { dirty, prefix };
  }

  /** Decides which of the lowest units are still enough to live in the bitmap below, and paints it anew if needed. */
  private keepBelow(units: readonly Unit[], prefix: number, background: string): void {
    const held = this.belowUnits.length;
    const valid =
      held > 0 &&
      this.belowColour === background &&
      held <= prefix &&
      this.belowUnits.every((unit, index) => unit.node === (units[index] as Unit).node && unit.view === (units[index] as Unit).view);
    if (prefix === this.stillCount) this.stillFor++;
    else {
      this.stillFor = 0;
      this.stillCount = prefix;
    }
    if (valid && (prefix === held || this.stillFor < SETTLE_FRAMES)) return;
    if (!valid && held > 0 && this.stillFor < 2) {
      // The back itself moves (a camera move): do not paint a bitmap that the next frame throws away.
      this.belowUnits = [];
      return;
    }
    if (prefix === 0) {
      this.belowUnits = [];
      return;
    }
    this.below ??= this.host.surface(this.width, this.height);
    const from = valid ? held : 0;
    if (!valid) this.clear(this.below, background);
    for (let index = from; index < prefix; index++) this.paintUnit(this.below, units[index] as Unit, 0, 0);
    this.belowUnits = units.slice(0, prefix);
    this.belowColour = background;
  }

  private paintWhole(units: readonly Unit[], background: string, prefix: number, sink: RectSink): void {
    const whole = this.target ?? (this.whole ??= this.host.surface(this.width, this.height));
    const held = this.belowUnits.length;
    if (held > 0 && held <= prefix && this.below) {
      whole.context.globalCompositeOperation = 'copy';
      whole.context.drawImage(this.below.canvas as never, 0, 0);
      whole.context.globalCompositeOperation = 'source-over';
      for (let index = held; index < units.length; index++) this.paintUnit(whole, units[index] as Unit, 0, 0);
    } else {
      this.clear(whole, background);
      for (const unit of units) this.paintUnit(whole, unit, 0, 0);
    }
    if (whole !== this.target) sink(whole, 0, 0, this.frame);
  }

  private paintRect(units: readonly Unit[], rect: Box, sink: RectSink): void {
    const held = this.belowUnits.length;
    const touching: Unit[] = [];
    let room: Box = rect;
    let whole = false;
    for (let index = held; index < units.length; index++) {
      const unit = units[index] as Unit;
      const box = boxOf(unit.node, unit.view);
      if (isEmpty(box) || !touches(box, rect)) continue;
      touching.push(unit);
      room = union(room, box);
      whole ||= isDelicate(unit.node) || (!this.loose && !contains(this.frame, box));
    }
    let surface: Surface;
    let ox = 0;
    let oy = 0;
    room = this.aligned(room);
    if (whole || areaOf(room) > areaOf(this.frame) * 0.75) surface = this.whole ??= this.host.surface(this.width, this.height);
    else {
      ox = room.left;
      oy = room.top;
      surface = this.regionSurface(room.right - room.left, room.bottom - room.top);
    }
    const { context } = surface;
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    const w = rect.right - rect.left;
    const h = rect.bottom - rect.top;
    if (held > 0 && this.below) context.drawImage(this.below.canvas as never, rect.left, rect.top, w, h, rect.left - ox, rect.top - oy, w, h);
    else {
      context.fillStyle = this.colour;
      context.fillRect(rect.left - ox, rect.top - oy, w, h);
    }
    for (const unit of touching) this.paintUnit(surface, unit, ox, oy);
    sink(surface, rect.left - ox, rect.top - oy, rect);
  }

  private paintUnit(surface: Surface, unit: Unit, ox: number, oy: number): void {
    this.painter.paint(surface, unit.node, unit.view, ox, oy);
  }

  /**
   * Room for a region: outwards to a grid, so that few sizes occur, and never past the frame, so that a shape which the
   * frame cuts is cut at the same place here.
   */
  private aligned(room: Box): Box {
    const down = (value: number): number => Math.floor(value / REGION_GRID) * REGION_GRID;
    const up = (value: number): number => Math.ceil(value / REGION_GRID) * REGION_GRID;
    return intersection({ left: down(room.left), top: down(room.top), right: up(room.right), bottom: up(room.bottom) }, this.frame);
  }

  private regionSurface(width: number, height: number): Surface {
    const key = width * 16_384 + height;
    let known = this.regions.get(key);
    if (!known) {
      if (this.regions.size > MOST_REGIONS) this.regions.clear();
      this.regions.set(key, (known = this.host.surface(width, height)));
    }
    return known;
  }

  private clear(surface: Surface, background: string): void {
    surface.context.globalAlpha = 1;
    surface.context.globalCompositeOperation = 'source-over';
    surface.context.fillStyle = background;
    surface.context.fillRect(0, 0, this.width, this.height);
  }

  private grown(box: Box): Box {
    return intersection(
      {
        left: Math.floor(box.left / GRID_X) * GRID_X,
        top: Math.floor(box.top / GRID_Y) * GRID_Y,
        right: Math.ceil(box.right / GRID_X) * GRID_X,
        bottom: Math.ceil(box.bottom / GRID_Y) * GRID_Y,
      },
      this.frame,
    );
  }
}

/** Joins boxes until no two are worth joining. */
export function mergeBoxes(boxes: readonly Box[]): Box[] {
  let list = [...boxes];
  for (let again = true; again; ) {
    again = false;
    const out: Box[] = [];
    for (const box of list) {
      let current = box;
      for (let index = 0; index < out.length; index++) {
        const other = out[index] as Box;
        const both = union(current, other);
        if (areaOf(both) <= MERGE * (areaOf(current) + areaOf(other)) || touches(current, other)) {
          current = both;
          out.splice(index, 1);
          index = -1;
          again = true;
        }
      }
      out.push(current);
    }
    list = out;
  }
  return list;
}

/** A whole repaint with nothing remembered: what every other way of painting is compared with. */
export function paintFully(host: PaintHost, picture: Picture, width: number, height: number, surface = host.surface(width, height)): Surface {
  const painter = new Painter(host);
  surface.context.globalAlpha = 1;
  surface.context.globalCompositeOperation = 'source-over';
  surface.context.fillStyle = picture.background;
  surface.context.fillRect(0, 0, width, height);
  for (const unit of unitsOf(picture, width / picture.width, new ViewMemo())) painter.paint(surface, unit.node, unit.view, 0, 0);
  return surface;
}
