import { IDENTITY, type Matrix, type Point, translation } from '../draw/matrix.ts';
import { capsule, ellipse, joined, type Path, pen } from '../draw/path.ts';
import type { Blend, Colour, Group, Item, Node } from '../draw/picture.ts';

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
    return { matrix: IDENTITY, ...rest, id: `${this.prefix}.${id}` };
  }

  fill(id: string, path: Path, colour: Colour, alpha?: number): this {
    this.nodes.push(this.item(id, alpha === undefined ? { path, fill: colour } : { path, fill: colour, alpha }));
    return this;
  }

  line(id: string, path: Path, colour: Colour, width: number, alpha?: number): this {
    this.nodes.push(this.lineItem(id, path, colour, width, alpha));
    return this;
  }

  lineItem(id: string, path: Path, colour: Colour, width: number, alpha?: number): Item {
    const stroke = { paint: colour, width, cap: 'round' as const };
    return this.item(id, alpha === undefined ? { path, stroke } : { path, stroke, alpha });
  }

  fillItem(id: string, path: Path, colour: Colour, alpha?: number, evenOdd?: boolean): Item {
    return this.item(id, { path, fill: colour, ...(alpha === undefined ? {} : { alpha }), ...(evenOdd ? { evenOdd } : {}) });
  }

  /**
   * A part with one shadow tone at its right and lower edge: the shape in shadow, the same shape moved by `shift`
   * in the base colour kept inside it, then details inside.
   */
  shaded(id: string, path: Path, tone: Tone, shift: readonly [number, number] = [-4.5, -2.5], details: readonly Node[] = [], evenOdd = false): this {
    this.nodes.push(this.shadedGroup(id, path, tone, shift, details, evenOdd));
    return this;
  }

  shadedGroup(id: string, path: Path, tone: Tone, shift: readonly [number, number], details: readonly Node[] = [], evenOdd = false): Group {
    const odd = evenOdd ? { evenOdd } : {};
    return {
      id: `${this.prefix}.${id}`,
      base: this.item(`${id}.base`, { path, fill: tone.shadow, ...odd }),
      items: [this.item(`${id}.lit`, { path, fill: tone.base, matrix: translation(shift[0], shift[1]), ...odd }), ...details],
    };
  }

  /** Items kept inside a shape that is not painted. */
  inside(id: string, mask: Path, items: readonly Node[], blend?: Blend): this {
    this.nodes.push({ id: `${this.prefix}.${id}`, mask: this.item(`${id}.mask`, { path: mask, fill: '#000000' }), items, ...(blend ? { blend } : {}) });
    return this;
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
