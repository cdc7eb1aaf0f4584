import { stepped } from '../../draw/colour.ts';
import { ellipse, type Path, pen } from '../../draw/path.ts';
import type { Colour, Item } from '../../draw/picture.ts';
import { type Sketch, Sketch as SketchOf, type Tone } from '../sketch.ts';
import { pairs, runs } from './hairKit.ts';
import type { TorsoFrame } from './part.ts';

/** Draws on a garment: x across, y below the neck, turned and leaned with the trunk. */
export class Tailor {
  readonly frame: TorsoFrame;
  readonly s: Sketch;
  constructor(frame: TorsoFrame, prefix: string) {
    this.frame = frame;
    this.s = new SketchOf(prefix);
  }

  get t(): number {
    return this.frame.model.p.torso;
  }

  /** How wide the trunk is against the plain build: details keep their place on it. */
  get k(): number {
    return this.frame.model.p.chest / 47;
  }

  at(x: number, y: number): [number, number] {
    const p = this.frame.place(x, y);
    return [p.x, p.y];
  }

  points(list: readonly number[]): [number, number][] {
    return pairs(list).map(([x, y]) => this.at(x, y));
  }

  /** A closed shape of smooth runs with corners between them. */
  shape(...list: readonly (readonly number[])[]): Path {
    const first = this.points(list[0] as readonly number[])[0] as [number, number];
    return runs(...list.map((run) => this.points(run)), [first]);
  }

  line(id: string, colour: Colour, width: number, ...list: readonly (readonly number[])[]): this {
    this.s.nodes.push(this.lineItem(id, colour, width, ...list));
    return this;
  }

  lineItem(id: string, colour: Colour, width: number, ...list: readonly (readonly number[])[]): Item {
    const out = pen();
    for (const run of list) {
      const points = this.points(run);
      out.move(...(points[0] as [number, number]));
      if (points.length === 3) out.quad(...(points[1] as [number, number]), ...(points[2] as [number, number]));
      else for (const point of points.slice(1)) out.line(...point);
    }
    return this.s.lineItem(id, out.done(), colour, width);
  }

  fill(id: string, colour: Colour, ...list: readonly (readonly number[])[]): this {
    this.s.fill(id, this.shape(...list), colour);
    return this;
  }

  shaded(id: string, tone: Tone, shift: readonly [number, number], ...list: readonly (readonly number[])[]): this {
    this.s.shaded(id, this.shape(...list), tone, shift);
    return this;
  }

  /** The opening at the neck: what shows is skin, or what is worn below. */
  neckline(kind: 'round' | 'scoop' | 'v' | 'square' | 'boat', seam: Colour, filled: Tone = this.frame.model.skinTone): this {
    const w = { round: 17, scoop: 22, v: 17, square: 21, boat: 27 }[kind];
    const deep = { round: 16, scoop: 32, v: 38, square: 27, boat: 13 }[kind];
    const path =
      kind === 'v'
        ? this.shape([-w, -14, 0, -18, w, -14], [w, -4, 2, deep], [-w, -4], [-w, -14])
        : kind === 'square'
          ? this.shape([-w, -14, 0, -18, w, -14], [w - 2, deep], [-w + 2, deep], [-w, -14])
          : this.shape([-w, -14, 0, -18, w, -14], [w * 0.94, deep * 0.35, w * 0.55, deep * 0.85, 0, deep, -w * 0.55, deep * 0.85, -w * 0.94, deep * 0.35, -w, -14]);
    this.s.fill('opening', path, filled.base);
    const edge =
      kind === 'v'
        ? [[-w, -8, -w * 0.9, -2, 2, deep] as const, [2, deep, w * 0.9, -2, w, -8] as const]
        : kind === 'square'
          ? [[-w, -8, -w + 2, deep] as const, [-w + 2, deep, w - 2, deep] as const, [w - 2, deep, w, -8] as const]
          : [[-w, -6, -w * 0.86, deep * 0.98, 0, deep] as const, [0, deep, w * 0.86, deep * 0.98, w, -6] as const];
    return this.line('neckEdge', seam, 3, ...edge);
  }

  /** A turned-down collar over the neck's root. */
  shirtCollar(tone: Tone, spread = 1, deep = 24): this {
    for (const out of [-1, 1])
      this.s.shaded(
        `collar${out}`,
        this.shape([out * 15, -16, out * 20, -6, out * 21 * spread, deep * 0.7], [out * 10 * spread, deep], [out * 1.5, 5], [out * 8, -6, out * 15, -16]),
        tone,
        [-1.8, -1.6],
      );
    return this;
  }

  /** Turned-back fronts of a jacket down to where it closes. */
  lapels(tone: Tone, deep: number, wide = 24): this {
    for (const out of [-1, 1])
      this.s.shaded(
        `lapel${out}`,
        this.shape(
          [out * 14, -16, out * (wide + 2), -2],
          [out * (wide + 6), deep * 0.36],
          [out * (wide - 4), deep * 0.42],
          [out * (wide - 2), deep * 0.5],
          [out * 2, deep],
          [out * 8, deep * 0.3, out * 14, -16],
        ),
        tone,
        [-2, -1.8],
      );
    return this;
  }

  buttons(x: number, ys: readonly number[], tone: Tone, r = 3): this {
    for (const [n, y] of ys.entries()) {
      const [px, py] = this.at(x, y);
      this.s.shaded(`button${x}.${n}`, ellipse(px, py, r), tone, [-0.8, -0.7]);
    }
    return this;
  }

  /** A row of cloth across the trunk: stripe, belt or trim. Reaches over the edges, so the garment clips. */
  band(id: string, colour: Colour, y: number, height: number, sag = 5): this {
    const w = this.frame.halfAt(y) + 40;
    return this.fill(id, colour, [-w, y, 0, y + sag, w, y], [w, y + height], [w, y + height, 0, y + height + sag, -w, y + height], [-w, y]);
  }

  rib(y: number, colour: Colour): this {
    const w = this.frame.halfAt(y) - 3;
    return this.line('rib', colour, 2.4, [-w, y, 0, y + 5, w, y]);
  }

  chestPocket(x: number, y: number, seam: Colour, w = 9, h = 17): this {
    return this.line('pocket', seam, 2.2, [x - w, y, x - w, y + h, x, y + h + 4, x + w, y + h, x + w, y], [x - w - 1, y, x + w + 1, y]);
  }

  seam(slot: string): Colour {
    return this.frame.model.seam(slot);
  }
}

/** A tone one step lighter or darker, shadow along. */
export const toned = (tone: Tone, by: number): Tone => ({ base: stepped(tone.base, by), shadow: stepped(tone.shadow, by) });
