import type { PictureActor, PictureFace } from '../../document/schema.ts';
import { IDENTITY, type Matrix } from '../../draw/matrix.ts';
import { ellipse, type Path, type Pen, pen } from '../../draw/path.ts';
import type { Colour, Item, Node, Paint } from '../../draw/picture.ts';

/** A picture of our own, drawn in pixels, with its faces as they were drawn: to try everything on, and to measure by. */
export interface PictureSample {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Clear if left out. */
  readonly background?: Colour;
  /** With strokes by which somebody would lift it off well, where its ground is much like it. */
  readonly faces: readonly { readonly name: string; readonly face: PictureFace; readonly strokes?: PictureActor['strokes'] }[];
  draw(): Node[];
}

type Spot = readonly [number, number];

/** A face's marks from pixels. */
export function marked(
  width: number,
  height: number,
  face: {
    readonly left: readonly [number, number, number, number];
    readonly right: readonly [number, number, number, number];
    readonly mouth: readonly [Spot, Spot, Spot];
    readonly chin: Spot;
    readonly tiltDeg?: number;
    readonly facing?: number;
    readonly brows?: readonly [readonly [Spot, Spot, Spot], readonly [Spot, Spot, Spot]];
  },
): PictureFace {
  const at = ([x, y]: Spot): [number, number] => [x / width, y / height];
  const eye = ([x, y, halfWidth, halfHeight]: readonly [number, number, number, number]) => ({
    x: x / width,
    y: y / height,
    halfWidth: halfWidth / width,
    halfHeight: halfHeight / height,
  });
  const three = (spots: readonly [Spot, Spot, Spot]) => spots.map(at) as [[number, number], [number, number], [number, number]];
  return {
    left: eye(face.left),
    right: eye(face.right),
    ...(face.brows ? { brows: { left: three(face.brows[0]), right: three(face.brows[1]) } } : {}),
    mouth: three(face.mouth),
    chin: at(face.chin),
    tiltDeg: face.tiltDeg ?? 0,
    facing: face.facing ?? 0,
  };
}

/** A stroke through places in pixels: this is it, or this is not. */
export const stroke = (width: number, height: number, keep: boolean, ...places: readonly Spot[]): PictureActor['strokes'][number] => ({
  keep,
  thick: 0.014,
  points: places.map(([x, y]) => [x / width, y / height]),
});

/** Collects the items of a drawing, each with a name of its own. */
export class Drawing {
  readonly nodes: Node[] = [];
  private count = 0;
  private add(item: Omit<Item, 'id' | 'matrix'> & { matrix?: Matrix }): this {
    this.nodes.push({ matrix: IDENTITY, ...item, id: `d${this.count++}` });
    return this;
  }
  /** A filled shape, with an outline if `line` names its colour and width. */
  shape(path: Path | Pen, fill: Paint, line?: readonly [Colour, number], more: Partial<Item> = {}): this {
    return this.add({ path: 'done' in path ? path.done() : path, fill, ...(line ? { stroke: { paint: line[0], width: line[1] } } : {}), ...more });
  }
  round(x: number, y: number, rx: number, ry: number, fill: Paint, line?: readonly [Colour, number], more: Partial<Item> = {}): this {
    return this.shape(ellipse(x, y, rx, ry), fill, line, more);
  }
  stroke(path: Path | Pen, paint: Paint, width: number, more: Partial<Item> = {}): this {
    return this.add({ path: 'done' in path ? path.done() : path, stroke: { paint, width, cap: 'round' }, ...more });
  }
  /** Items kept inside a shape that is not painted. */
  within(path: Path | Pen, draw: (inside: Drawing) => void): this {
    const inside = new Drawing();
    draw(inside);
    this.nodes.push({ id: `d${this.count++}`, mask: { id: 'mask', matrix: IDENTITY, path: 'done' in path ? path.done() : path, fill: '#000000' }, items: inside.nodes });
    return this;
  }
}

export { pen };
