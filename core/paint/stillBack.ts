import { type Box, idOf, intersection, isEmpty, mergeBoxes, type Unit } from './geometry.ts';
import type { Painter } from './paint.ts';
import type { Surface } from './surface.ts';

/** Of the units that are held so many may move: these are left out. */
const MOST_LEFT_OUT = 32;
/** What moves is left out where so many units lie still one after another over it; else holding ends below it. */
const WORTH = 24;

/**
 * The lowest units of a frame as far as they stay, painted apart. A few among them may move (a cloud behind houses): they
 * are left out, and where one lies now is a hole, in which all is painted as ever.
 */
export class StillBack {
  private readonly painter: Painter;
  private readonly frame: Box;
  private surface: Surface | undefined;
  private ground = 0;
  private held: Unit[] = [];
  private readonly leftOut = new Set<number>();

  constructor(painter: Painter, frame: Box) {
    this.painter = painter;
    this.frame = frame;
  }

  /** How many of the lowest units are painted where the back was taken over. */
  get count(): number {
    return this.held.length;
  }

  forget(): void {
    this.held = [];
    this.leftOut.clear();
  }

  dispose(): void {
    this.surface?.dispose();
  }

  /** Lays the back on a surface, within a rectangle; in its holes all of it is painted. */
  lay(target: Surface, rect: Box): void {
    if (!this.surface) return;
    target.copyFrom(this.surface, rect);
    const holes = [...this.leftOut].map((index) => intersection((this.held[index] as Unit).box, rect)).filter((hole) => !isEmpty(hole));
    for (const hole of mergeBoxes(holes)) {
      target.wipe(hole, this.ground);
      for (const unit of this.held) this.painter.paint(target, hole, unit);
    }
  }

  /**
   * Follows a frame that differs from the one before it: what has begun to move is left out, and where the back is not what it
   * was, or might be more (`again`), it is painted anew of what did not change since `before` and is not `restless`.
   */
  follow(units: readonly Unit[], before: readonly Unit[], ground: number, restless: (unit: Unit) => boolean, again: boolean): void {
    const kept = this.held.length > 0 && this.leavesOut(units);
    if (kept && !again) return;
    const { end, out } = extentOf(units, before, restless);
    if (kept && end <= this.held.length) return;
    this.forget();
    // Where the back itself moves (a camera move), nothing is painted that the next frame would throw away.
    if (end === 0) return;
    this.ground = ground;
    this.held = units.slice(0, end);
    for (const index of out) this.leftOut.add(index);
    this.paint(this.frame);
  }

  /** Leaves out what is not where it was; tells whether the back is still good with that. */
  private leavesOut(units: readonly Unit[]): boolean {
    const moved: number[] = [];
    for (const [index, old] of this.held.entries()) {
      const unit = units[index];
      if (unit === old) continue;
      if (!unit || idOf(unit) !== idOf(old)) return false;
      moved.push(index);
      if (moved.length > MOST_LEFT_OUT) return false;
    }
    const fresh = moved.filter((index) => !this.leftOut.has(index));
    if (this.leftOut.size + fresh.length > MOST_LEFT_OUT) return false;
    const places = fresh.map((index) => (this.held[index] as Unit).box);
    for (const index of fresh) this.leftOut.add(index);
    for (const index of moved) this.held[index] = units[index] as Unit;
    for (const place of places) this.paint(intersection(place, this.frame));
    return true;
  }

  private paint(rect: Box): void {
    if (isEmpty(rect)) return;
    this.surface ??= this.painter.surface(this.frame);
    this.surface.wipe(rect, this.ground);
    for (const [index, unit] of this.held.entries()) if (!this.leftOut.has(index)) this.painter.paint(this.surface, rect, unit);
  }
}

/** How many of the lowest units lie still, and the places of those among them that do not. */
function extentOf(units: readonly Unit[], before: readonly Unit[], restless: (unit: Unit) => boolean): { end: number; out: number[] } {
  const there = new Set(before);
  const out: number[] = [];
  let pending: number[] = [];
  let [end, run] = [0, 0];
  for (const [index, unit] of units.entries()) {
    if (there.has(unit) && !restless(unit)) {
      run++;
      if (pending.length && run < WORTH) continue;
      out.push(...pending);
      pending = [];
      end = index + 1;
      continue;
    }
    run = 0;
    pending.push(index);
    if (out.length + pending.length > MOST_LEFT_OUT) break;
  }
  return { end, out };
}
