import type { Picture } from '../draw/picture.ts';
import { areaOf, type Box, intersection, isEmpty, touches, type Unit, union, unitsOf, ViewMemo } from './geometry.ts';
import { type Painter, packed } from './paint.ts';
import type { Surface } from './surface.ts';

/** Two rectangles become one when their union is at most this much larger than they are. */
const MERGE = 1.3;
/** A unit that moved by itself is not taken for still again within this many frames. */
const RESTLESS_FRAMES = 60;
/** Rectangles are snapped outwards to the chroma grid and the SIMD width. */
const GRID_X = 16;
const GRID_Y = 2;

/**
 * Paints frame after frame, each exactly as a full repaint would, touching only what changed (rendering.md,
 * Stillness): the still back is kept apart, and of the rest what touches a dirty rectangle is painted within it.
 */
export class IncrementalPainter {
  readonly width: number;
  readonly height: number;
  /** The frame as it was painted last. */
  readonly surface: Surface;
  private readonly painter: Painter;
  private readonly views = new ViewMemo();
  private readonly frame: Box;
  private below: Surface | undefined;
  private belowUnits: readonly Unit[] = [];
  private units: readonly Unit[] | undefined;
  private colour = '';
  /** When each unit last changed while the view stayed, by its id: a cut or a camera move does not make it restless. */
  private readonly moved = new Map<string, number>();
  private frames = 0;

  constructor(painter: Painter, width: number, height: number) {
    this.painter = painter;
    this.width = width;
    this.height = height;
    this.frame = { left: 0, top: 0, right: width, bottom: height };
    this.surface = painter.surface(this.frame);
  }

  /** Forgets what was painted: the next frame is whole. */
  reset(): void {
    this.units = undefined;
    this.belowUnits = [];
    this.painter.missing.clear();
  }

  dispose(): void {
    this.surface.dispose();
    this.below?.dispose();
  }

  /** Paints the picture into `surface` and gives the rectangles that changed since the last one; none overlaps another. */
  paint(picture: Picture): Box[] {
    const before = this.units;
    const units = unitsOf(picture, this.width / picture.width, this.views, this.painter.measure, before);
    this.units = units;
    this.frames++;
    if (!before || picture.background !== this.colour) {
      this.colour = picture.background;
      this.belowUnits = [];
      this.repaint(units, this.frame);
      return [this.frame];
    }
    const { dirty, prefix } = this.difference(before, units);
    if (dirty.length === 0) return [];
    this.keepBelow(units, prefix);
    const rects = mergeBoxes(dirty.map((box) => this.onGrid(box)).filter((box) => !isEmpty(box)));
    for (const rect of rects) this.repaint(units, rect);
    return rects;
  }

  /** Decides which of the lowest units are still enough to live in the surface below, and paints it anew if needed. */
  private keepBelow(units: readonly Unit[], prefix: number): void {
    const held = this.belowUnits.length;
    if (held > 0 && held <= prefix && this.belowUnits.every((unit, index) => unit === units[index])) return;
    let calm = 0;
    while (calm < prefix && this.frames - (this.moved.get((units[calm] as Unit).node.id) ?? Number.NEGATIVE_INFINITY) > RESTLESS_FRAMES) calm++;
    this.belowUnits = [];
    // Where the back itself moves (a camera move), nothing is painted that the next frame would throw away.
    if (calm === 0) return;
    this.below ??= this.painter.surface(this.frame);
    this.below.wipe(this.frame, packed(this.colour));
    for (let index = 0; index < calm; index++) this.painter.paint(this.below, this.frame, units[index] as Unit);
    this.belowUnits = units.slice(0, calm);
  }

  /** Boxes of what differs between two lists, and how many units at their start are the same. */
  private difference(before: readonly Unit[], now: readonly Unit[]): { dirty: Box[]; prefix: number } {
    let prefix = 0;
    while (prefix < before.length && prefix < now.length && before[prefix] === now[prefix]) prefix++;
    let tail = 0;
    while (tail < before.length - prefix && tail < now.length - prefix && before[before.length - 1 - tail] === now[now.length - 1 - tail]) tail++;
    const dirty: Box[] = [];
    const add = (unit: Unit): void => {
      const box = intersection(unit.box, this.frame);
      if (!isEmpty(box)) dirty.push(box);
    };
    const places = new Map<unknown, number>();
    const views: unknown[] = [];
    for (const { view } of before) if (view !== views.at(-1) && !views.includes(view)) views.push(view);
    for (let index = prefix; index < before.length - tail; index++) places.set((before[index] as Unit).node, index);
    let last = -1;
    const kept = new Set<number>();
    for (let index = prefix; index < now.length - tail; index++) {
      const unit = now[index] as Unit;
      const place = places.get(unit.node);
      if (place !== undefined && place > last && before[place] === unit) {
        last = place;
        kept.add(place);
      } else {
        add(unit);
        if (place === undefined && views.includes(unit.view)) this.moved.set(unit.node.id, this.frames);
      }
    }
    for (let index = prefix; index < before.length - tail; index++) if (!kept.has(index)) add(before[index] as Unit);
    return { dirty, prefix };
  }

  private repaint(units: readonly Unit[], rect: Box): void {
    const held = this.belowUnits.length;
    if (held > 0 && this.below) this.surface.copyFrom(this.below, rect);
    else this.surface.wipe(rect, packed(this.colour));
    for (let index = held; index < units.length; index++) this.painter.paint(this.surface, rect, units[index] as Unit);
  }

  private onGrid(box: Box): Box {
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
  const list: Box[] = [];
  for (const box of boxes) {
    let current = box;
    for (let index = 0; index < list.length; index++) {
      const other = list[index] as Box;
      if (!worthJoining(current, other)) continue;
      current = union(current, other);
      list.splice(index, 1);
      // A grown box may now reach others.
      index = -1;
    }
    list.push(current);
  }
  return list;
}

function worthJoining(a: Box, b: Box): boolean {
  if (touches(a, b)) return true;
  const width = Math.max(a.right, b.right) - Math.min(a.left, b.left);
  const height = Math.max(a.bottom, b.bottom) - Math.min(a.top, b.top);
  return width * height <= MERGE * (areaOf(a) + areaOf(b));
}

/** A whole repaint with nothing remembered: what every other way of painting is compared with. The caller disposes of it. */
export function paintFully(painter: Painter, picture: Picture, width: number, height: number): Surface {
  const frame = { left: 0, top: 0, right: width, bottom: height };
  const surface = painter.surface(frame);
  surface.wipe(frame, packed(picture.background));
  for (const unit of unitsOf(picture, width / picture.width, new ViewMemo(), painter.measure)) painter.paint(surface, frame, unit);
  return surface;
}
