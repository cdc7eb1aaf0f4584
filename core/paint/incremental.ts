import type { Picture } from '../draw/picture.ts';
import { type Box, idOf, intersection, isEmpty, isPlaneUnit, Layout, mergeBoxes, type PlaneUnit, sameLook, softened, type Unit, union } from './geometry.ts';
import { type Painter, packed } from './paint.ts';
import { StillBack } from './stillBack.ts';
import type { Surface } from './surface.ts';

/** A unit that moved by itself is not taken for still again within this many frames. */
const RESTLESS_FRAMES = 60;
/** Every so many frames the back is looked at again: there may be more of it. */
const AGAIN_FRAMES = 30;
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
  private layout: Layout | undefined;
  private scale = 0;
  private readonly frame: Box;
  private readonly back: StillBack;
  private units: readonly Unit[] | undefined;
  private colour: string | undefined;
  /** When each unit last changed while the view stayed, by its id: a cut or a camera move does not make it restless. */
  private readonly moved = new Map<string, number>();
  private frames = 0;

  constructor(painter: Painter, width: number, height: number) {
    this.painter = painter;
    this.width = width;
    this.height = height;
    this.frame = { left: 0, top: 0, right: width, bottom: height };
    this.surface = painter.surface(this.frame);
    this.back = new StillBack(painter, this.frame);
  }

  /** Forgets what was painted: the next frame is whole. */
  reset(): void {
    this.units = undefined;
    this.back.forget();
    this.painter.missing.clear();
  }

  /** What was painted last, back to front. */
  shown(): readonly Unit[] {
    return this.units ?? [];
  }

  dispose(): void {
    this.surface.dispose();
    this.back.dispose();
  }

  /** Paints the picture into `surface` and gives the rectangles that changed since the last one; none overlaps another. */
  paint(picture: Picture): Box[] {
    const before = this.units;
    const scale = this.width / picture.width;
    if (!this.layout || scale !== this.scale) {
      this.scale = scale;
      this.layout = new Layout(scale, this.painter.measure);
    }
    const units = this.layout.units(picture);
    this.units = units;
    this.frames++;
    if (!before || picture.background !== this.colour) {
      this.colour = picture.background;
      this.back.forget();
      this.repaint(units, this.frame);
      return [this.frame];
    }
    const dirty = this.difference(before, units);
    if (dirty.length === 0) return [];
    this.back.follow(units, before, ground(this.colour), this.isRestless, this.frames % AGAIN_FRAMES === 0);
    const rects = mergeBoxes(dirty.map((box) => this.onGrid(box)).filter((box) => !isEmpty(box)));
    for (const rect of rects) this.repaint(units, rect);
    return rects;
  }

  private readonly isRestless = (unit: Unit): boolean => this.frames - (this.moved.get(idOf(unit)) ?? Number.NEGATIVE_INFINITY) <= RESTLESS_FRAMES;

  /** Boxes of what differs between two lists within the frame. */
  private difference(before: readonly Unit[], now: readonly Unit[]): Box[] {
    let prefix = 0;
    while (prefix < before.length && prefix < now.length && before[prefix] === now[prefix]) prefix++;
    const views = new Set<unknown>();
    for (const unit of before) views.add(viewOf(unit));
    const dirty = differences(before, now, prefix, (unit) => {
      if (views.has(viewOf(unit))) this.moved.set(idOf(unit), this.frames);
    });
    return dirty.map((box) => intersection(box, this.frame)).filter((box) => !isEmpty(box));
  }

  private repaint(units: readonly Unit[], rect: Box): void {
    if (this.back.count > 0) this.back.lay(this.surface, rect);
    else this.surface.wipe(rect, ground(this.colour));
    for (let index = this.back.count; index < units.length; index++) this.painter.paint(this.surface, rect, units[index] as Unit);
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

/** Colour of the pixels where nothing is painted. */
const ground = (colour: string | undefined): number => (colour === undefined ? 0 : packed(colour));

/** The view of a unit, or of the first thing in it. */
const viewOf = (unit: Unit): unknown => {
  let at: Unit | undefined = unit;
  while (at && isPlaneUnit(at)) at = at.units[0];
  return at?.view;
};

const NOBODY = (): void => {};

/**
 * Boxes of what differs between two lists of units that begin with `prefix` same ones. A plane that is laid down as before
 * is looked into: only what changed in it, and in its masks, is dirty, as far as its blur carries it. `onNew` hears of what
 * is not where it was.
 */
function differences(before: readonly Unit[], now: readonly Unit[], prefix: number, onNew: (unit: Unit) => void = NOBODY): Box[] {
  let tail = 0;
  while (tail < before.length - prefix && tail < now.length - prefix && before[before.length - 1 - tail] === now[now.length - 1 - tail]) tail++;
  const dirty: Box[] = [];
  const places = new Map<unknown, number>();
  for (let index = prefix; index < before.length - tail; index++) {
    const unit = before[index] as Unit;
    places.set(isPlaneUnit(unit) ? unit.id : unit.node, index);
  }
  let last = -1;
  const kept = new Set<number>();
  for (let index = prefix; index < now.length - tail; index++) {
    const unit = now[index] as Unit;
    const place = places.get(isPlaneUnit(unit) ? unit.id : unit.node);
    const old = place === undefined ? undefined : (before[place] as Unit);
    if (place !== undefined && place > last && old === unit) {
      last = place;
      kept.add(place);
    } else if (place !== undefined && place > last && old && isPlaneUnit(old) && isPlaneUnit(unit) && sameLook(old, unit)) {
      last = place;
      kept.add(place);
      dirty.push(...within(old, unit));
      onNew(unit);
    } else {
      dirty.push(unit.box);
      if (place === undefined || isPlaneUnit(unit)) onNew(unit);
    }
  }
  for (let index = prefix; index < before.length - tail; index++) if (!kept.has(index)) dirty.push((before[index] as Unit).box);
  return dirty;
}

/** What differs between two planes that are laid down in the same way. */
function within(before: PlaneUnit, now: PlaneUnit): Box[] {
  const boxes = differences(before.units, now.units, 0);
  now.masks.forEach(({ units, feather }, index) => {
    for (const box of differences(before.masks[index]?.units ?? [], units, 0)) boxes.push(softened(box, feather));
  });
  const whole = union(before.box, now.box);
  return boxes.map((box) => intersection(softened(box, now.blur), whole)).filter((box) => !isEmpty(box));
}

/** A whole repaint with nothing remembered: what every other way of painting is compared with. The caller disposes of it. */
export function paintFully(painter: Painter, picture: Picture, width: number, height: number): Surface {
  const frame = { left: 0, top: 0, right: width, bottom: height };
  const surface = painter.surface(frame);
  surface.wipe(frame, ground(picture.background));
  for (const unit of new Layout(width / picture.width, painter.measure).units(picture)) painter.paint(surface, frame, unit);
  return surface;
}
