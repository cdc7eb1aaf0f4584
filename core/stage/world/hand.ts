import { type Matrix, translation } from '../../draw/matrix.ts';
import { ellipse, hull, type Path, pen, polygon, rect, roundedRect } from '../../draw/path.ts';
import { type Colour, type Gradient, moved, type Node, type Paint } from '../../draw/picture.ts';
import { Sketch } from '../../figure/sketch.ts';
import { glint, shade } from './tones.ts';

/** A lamp that glows when it is dark: its middle and how far it reaches. */
export interface Glow {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  /** On the floor below it, a pool of light: its height. */
  readonly floor?: number;
}

/** Shadows that things throw on a wall and on a floor (world.md, 3). */
const CAST = '#2b3550';
const ON_WALL = 0.13;
const ON_FLOOR = 0.17;
/** Ends the name of what shines by itself and keeps its colour in the dark. */
export const SOURCE = 'light';
export const isSource = ({ id }: Node): boolean => id.endsWith(SOURCE);

export const vertical = (top: number, bottom: number, ...stops: readonly (readonly [number, Colour])[]): Gradient => ({
  kind: 'linear',
  from: [0, top],
  to: [0, bottom],
  stops: stops.map(([at, colour]) => ({ at, colour })),
});

/**
 * Draws things of the world in one manner: base, one shadow tone to the right and below, at most one lit mark, no outline.
 * What is drawn first lies behind.
 */
export class Hand {
  private readonly sketch: Sketch;
  readonly glows: Glow[] = [];
  private count = 0;
  constructor(readonly name: string) {
    this.sketch = new Sketch(name);
  }

  get nodes(): Node[] {
    return this.sketch.nodes;
  }
  private id(what = ''): string {
    return `${this.count++}${what}`;
  }
  private push(path: Path, fill: Paint, what = '', rest: { alpha?: number; evenOdd?: boolean } = {}): void {
    this.nodes.push(this.sketch.item(this.id(what), { path, fill, ...rest }));
  }

  /** A flat shape. */
  flat(path: Path, fill: Paint, alpha?: number): this {
    this.push(path, fill, '', alpha === undefined ? {} : { alpha });
    return this;
  }
  /** A flat shape with holes. */
  holed(path: Path, fill: Paint): this {
    this.push(path, fill, '', { evenOdd: true });
    return this;
  }
  poly(points: readonly number[], fill: Paint, alpha?: number): this {
    return this.flat(polygon(points), fill, alpha);
  }
  bar(x: number, y: number, width: number, height: number, fill: Paint, radius = 0, alpha?: number): this {
    return this.flat(radius ? roundedRect(x, y, width, height, Math.min(radius, width / 2, height / 2)) : rect(x, y, width, height), fill, alpha);
  }
  /** A box with a shadow edge at its right and a thinner one below. */
  box(x: number, y: number, width: number, height: number, colour: Colour, radius = 4): this {
    const edge = Math.min(18, Math.max(Math.min(6, width * 0.2), width * 0.08));
    const low = Math.min(height * 0.3, edge * 0.6);
    const r = Math.min(radius, width / 2, height / 2);
    const shape = (w: number, h: number): Path => (r ? roundedRect(x, y, w, h, Math.min(r, w / 2, h / 2)) : rect(x, y, w, h));
    this.push(shape(width, height), shade(colour));
    this.push(shape(width - edge, height - low), colour, '.lit');
    return this;
  }
  /** A round thing: its own shape moved to the light inside itself. */
  ball(x: number, y: number, rx: number, colour: Colour, ry = rx): this {
    const d = Math.min(7, rx * 0.16);
    this.push(ellipse(x, y, rx, ry), shade(colour));
    this.push(ellipse(x - d * 0.9, y - d * 0.55, rx - d, ry - d * 0.6), colour, '.lit');
    return this;
  }
  /** Any solid: the shape in shadow, and again in its colour, drawn smaller from the lit corner. */
  solid(path: Path, colour: Colour, dx?: number, dy?: number): this {
    const { left, right } = hull(path);
    const edge = dx ?? Math.min(18, Math.max(4, (right - left) * 0.08));
    this.sketch.shaded(this.id(), path, { base: colour, shadow: shade(colour) }, [-edge, -(dy ?? edge * 0.6)]);
    return this;
  }
  solidPoly(points: readonly number[], colour: Colour, dx?: number, dy?: number): this {
    return this.solid(polygon(points), colour, dx, dy);
  }
  /** A line through points. */
  rod(points: readonly number[], colour: Colour, width: number, alpha?: number): this {
    const out = pen().move(points[0] as number, points[1] as number);
    for (let n = 2; n + 1 < points.length; n += 2) out.line(points[n] as number, points[n + 1] as number);
    return this.line(out.done(), colour, width, alpha);
  }
  line(path: Path, colour: Colour, width: number, alpha?: number): this {
    this.sketch.line(this.id(), path, colour, width, alpha);
    return this;
  }
  /** Where the light catches it. */
  spark(path: Path, of: Colour): this {
    this.push(path, glint(of), 'sheen');
    return this;
  }
  /** What it throws on the wall behind it: the same box, a little to the right and below. */
  castBox(x: number, y: number, width: number, height: number, radius = 4): this {
    const r = Math.min(radius, width / 2, height / 2);
    this.push(r ? roundedRect(x + 9, y + 12, width, height, r) : rect(x + 9, y + 12, width, height), CAST, 'shade', { alpha: ON_WALL });
    return this;
  }
  cast(path: Path): this {
    const node = this.sketch.item(this.id('shade'), { path, fill: CAST, alpha: ON_WALL, matrix: translation(9, 12) });
    this.nodes.push(node);
    return this;
  }
  /** Where it stands on a floor or a table. */
  foot(x: number, y: number, rx: number, ry = rx * 0.12): this {
    this.push(ellipse(x, y, rx * 1.05, ry), CAST, 'contact', { alpha: ON_FLOOR });
    return this;
  }
  /** Kept inside a shape. */
  within(path: Path, draw: (inside: Hand) => void): this {
    const inside = new Hand(`${this.name}.${this.id()}`);
    draw(inside);
    this.sketch.inside(this.id('in'), path, inside.nodes);
    this.glows.push(...inside.glows);
    return this;
  }
  /** What shines by itself: a pane, a screen, a flame, the moon. */
  source(path: Path, fill: Paint): this {
    this.push(path, fill, SOURCE);
    return this;
  }
  glow(x: number, y: number, radius: number, floor?: number): this {
    this.glows.push({ x, y, radius, ...(floor === undefined ? {} : { floor }) });
    return this;
  }
  /** Something drawn about its own origin, put at a place in a size; flipped where `k` is negative. */
  at(x: number, y: number, k: number, draw: (hand: Hand) => void, turnDeg = 0): this {
    const part = new Hand(`${this.name}.${this.id()}`);
    draw(part);
    return this.placed(part, x, y, k, turnDeg);
  }
  /** Nodes that were drawn elsewhere, with their lamps. */
  put(nodes: readonly Node[], glows: readonly Glow[] = [], flipped = false): this {
    const prefix = `${this.name}.${this.id()}.`;
    for (const node of nodes) this.nodes.push(moved(node, [flipped ? -1 : 1, 0, 0, 1, 0, 0], prefix));
    this.glows.push(...(flipped ? glows.map((glow) => ({ ...glow, x: -glow.x })) : glows));
    return this;
  }
  placed(part: Hand, x: number, y: number, k = 1, turnDeg = 0): this {
    const a = (turnDeg * Math.PI) / 180;
    const s = Math.abs(k);
    const matrix: Matrix = [k * Math.cos(a), k * Math.sin(a), -s * Math.sin(a), s * Math.cos(a), x, y];
    for (const node of part.nodes) this.nodes.push(moved(node, matrix));
    for (const { x: gx, y: gy, radius, floor } of part.glows)
      this.glows.push({ x: x + k * gx, y: y + s * gy, radius: radius * s, ...(floor === undefined ? {} : { floor: y + s * floor }) });
    return this;
  }
}
