import { IDENTITY, type Matrix, type Point, translation } from '../draw/matrix.ts';
import { capsule, ellipse, hull, joined, type Path, pen } from '../draw/path.ts';
import { type Blend, type Colour, type Item, itemOf, type Node } from '../draw/picture.ts';
import { type Knot, outlined } from './contour.ts';

export interface Tone {
  readonly base: Colour;
  readonly shadow: Colour;
}

/** Collects the nodes of one part in painting order, ids under one prefix. */
export class Sketch {
  readonly nodes: Node[] = [];
  private readonly prefix: string;
  constructor(prefix: string) {
    this.prefix = prefix;
  }

  item(id: string, rest: Omit<Item, 'id' | 'matrix'> & { matrix?: Matrix }): Item {
    return itemOf(`${this.prefix}.${id}`, rest.matrix ?? IDENTITY, rest);
  }

  fill(id: string, path: Path, colour: Colour, alpha?: number): this {
    this.nodes.push(this.item(id, { path, fill: colour, alpha }));
    return this;
  }

  line(id: string, path: Path, colour: Colour, width: number, alpha?: number): this {
    this.nodes.push(this.lineItem(id, path, colour, width, alpha));
    return this;
  }

  lineItem(id: string, path: Path, colour: Colour, width: number, alpha?: number): Item {
    return this.item(id, { path, stroke: { paint: colour, width, cap: 'round' }, alpha });
  }

  fillItem(id: string, path: Path, colour: Colour, alpha?: number, evenOdd?: boolean): Item {
    return this.item(id, { path, fill: colour, alpha, evenOdd });
  }

  /**
   * A part with one shadow tone at its right and lower edge: the shape in shadow, the same shape in the base colour
   * drawn smaller by `shift` from the opposite corner, then details, which lie inside by their own making. No clip:
   * that is several times cheaper, and the outline stays smooth (details that may reach out use `clipped`).
   */
  shaded(id: string, path: Path, tone: Tone, shift: readonly [number, number] = [-4.5, -2.5], details: readonly Node[] = [], evenOdd = false): this {
    this.nodes.push(this.item(id, { path, fill: tone.shadow, evenOdd }), this.item(`${id}.lit`, { path, fill: tone.base, matrix: inset(path, shift), evenOdd }), ...details);
    return this;
  }

  /** The same with lit side and details kept inside the shape: a clip group, for details that reach over its edge. */
  clipped(id: string, path: Path, tone: Tone, shift: readonly [number, number], details: readonly Node[]): this {
    this.nodes.push({
      id: `${this.prefix}.${id}`,
      base: this.item(`${id}.base`, { path, fill: tone.shadow }),
      items: [this.item(`${id}.lit`, { path, fill: tone.base, matrix: translation(shift[0], shift[1]) }), ...details],
    });
    return this;
  }

  /** Items kept inside a shape that is not painted. */
  inside(id: string, mask: Path, items: readonly Node[], blend?: Blend): this {
    this.nodes.push({ id: `${this.prefix}.${id}`, mask: this.item(`${id}.mask`, { path: mask, fill: '#000000' }), items, ...(blend ? { blend } : {}) });
    return this;
  }

  /** A smooth shape through knots (or several as one) with its shade on the side away from the light, as wide as `shade`. */
  outlined(id: string, pieces: readonly (readonly Knot[])[], tone: Tone, shade: number, alpha?: number): this {
    const { shape, lit } = outlined(pieces, shade);
    return this.fill(id, shape, tone.shadow, alpha).fill(`${id}.lit`, lit, tone.base, alpha);
  }

  /**
   * A chain of tapered limbs with one shadow edge, without a clip: the lit shape is the same limb, thinner by half
   * the shade and moved by it, so that the far edges coincide.
   */
  limb(id: string, joints: readonly Point[], radii: readonly number[], tone: Tone, shade = 4.5, flatEnd = false): this {
    const d = shade / 2;
    this.nodes.push(
      this.fillItem(id, limbPath(joints, radii, flatEnd), tone.shadow),
      this.fillItem(
        `${id}.lit`,
        limbPath(
          joints.map(({ x, y }) => ({ x: x - d, y: y - d * 0.55 })),
          radii.map((r) => Math.max(0.5, r - d)),
          flatEnd,
        ),
        tone.base,
      ),
    );
    return this;
  }
}

/** Shrinks a shape by `shift` towards the corner that the light comes from. */
function inset(path: Path, [dx, dy]: readonly [number, number]): Matrix {
  const { left, top, right, bottom } = hull(path);
  const sx = Math.max(0.4, 1 - Math.abs(dx) / Math.max(1, right - left));
  const sy = Math.max(0.4, 1 - Math.abs(dy) / Math.max(1, bottom - top));
  const ax = dx < 0 ? left : right;
  const ay = dy < 0 ? top : bottom;
  return [sx, 0, 0, sy, ax * (1 - sx), ay * (1 - sy)];
}

/** Outline of a chain of capsules; with `flatEnd` the last one ends nearly flat, as a cuff does. */
export function limbPath(joints: readonly Point[], radii: readonly number[], flatEnd: boolean): Path {
  const pieces: Path[] = [];
  for (let index = 0; index + 1 < joints.length; index++) {
    const [a, b] = [joints[index] as Point, joints[index + 1] as Point];
    const [ra, rb] = [radii[index] as number, radii[index + 1] as number];
    pieces.push(flatEnd && index + 2 === joints.length ? cuffed(a, ra, b, rb) : capsule(a, ra, b, rb));
  }
  return joined(...pieces);
}

function cuffed(a: Point, ra: number, b: Point, rb: number): Path {
  const along = Math.atan2(b.y - a.y, b.x - a.x);
  const length = Math.max(1e-3, Math.hypot(b.x - a.x, b.y - a.y));
  const open = Math.acos(Math.max(-0.9, Math.min(0.9, (ra - rb) / length)));
  const start = along + open;
  const [px, py] = [Math.cos(along + Math.PI / 2), Math.sin(along + Math.PI / 2)];
  const bulge = 3.2;
  return pen()
    .move(a.x + ra * Math.cos(start), a.y + ra * Math.sin(start))
    .arc(a.x, a.y, ra, start, 2 * (Math.PI - open))
    .line(b.x - px * rb, b.y - py * rb)
    .quad(b.x + Math.cos(along) * bulge * 2, b.y + Math.sin(along) * bulge * 2, b.x + px * rb, b.y + py * rb)
    .close()
    .done();
}

export const dot = (x: number, y: number, r: number, ry = r): Path => ellipse(x, y, r, ry);
