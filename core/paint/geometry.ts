import { type Matrix, meanScale, multiply } from '../draw/matrix.ts';
import { type Blend, type ColourMatrix, type Item, isGroup, type Node, type Picture, type Plane, sameNode, sameNumbers } from '../draw/picture.ts';

/** Pixels: left, top inclusive; right, bottom exclusive. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export const EMPTY_BOX: Box = { left: Number.POSITIVE_INFINITY, top: Number.POSITIVE_INFINITY, right: Number.NEGATIVE_INFINITY, bottom: Number.NEGATIVE_INFINITY };

export const isEmpty = (b: Box): boolean => b.right <= b.left || b.bottom <= b.top;
export const union = (a: Box, b: Box): Box => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
});
export const intersection = (a: Box, b: Box): Box => ({
  left: Math.max(a.left, b.left),
  top: Math.max(a.top, b.top),
  right: Math.min(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
});
export const touches = (a: Box, b: Box): boolean => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
export const grown = (b: Box, by: number): Box => ({ left: b.left - by, top: b.top - by, right: b.right + by, bottom: b.bottom + by });
export const areaOf = (b: Box): number => (isEmpty(b) ? 0 : (b.right - b.left) * (b.bottom - b.top));
export const contains = (outer: Box, inner: Box): boolean => inner.left >= outer.left && inner.top >= outer.top && inner.right <= outer.right && inner.bottom <= outer.bottom;

/** Two rectangles become one when their union is at most this much larger than they are. */
const MERGE = 1.3;

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

/** A plane whose blur is this wide or wider (px) is painted on a grid of so many pixels. */
const COARSE_FROM = 12;
export const COARSE = 4;
export const isCoarse = (deviation: number): boolean => deviation >= COARSE_FROM;
/** A box on the coarse grid, outwards. */
export const coarse = ({ left, top, right, bottom }: Box): Box => ({
  left: Math.floor(left / COARSE),
  top: Math.floor(top / COARSE),
  right: Math.ceil(right / COARSE),
  bottom: Math.ceil(bottom / COARSE),
});

/** How far a blur of `deviation` px reaches: on the coarse grid, further by what its pixels are rounded to and by what lies between them. */
export const blurReach = (deviation: number): number => Math.ceil(deviation * 3) + 2 + (isCoarse(deviation) ? 3 * COARSE : 0);

/** A node where it lies in the output: what is painted in one go, and the pixels that it can touch. */
export interface NodeUnit {
  readonly node: Node;
  readonly view: Matrix;
  /** From the item's own units to output pixels; a group's is its view. */
  readonly full: Matrix;
  readonly box: Box;
  readonly base?: NodeUnit;
  readonly mask?: NodeUnit;
  readonly items?: readonly NodeUnit[];
}

export interface UnitMask {
  readonly units: readonly Unit[];
  readonly invert: boolean;
  /** Output pixels. */
  readonly feather: number;
}

/** A plane with a look, where it lies in the output: its units are painted apart and laid down as one. */
export interface PlaneUnit {
  readonly id: string;
  readonly units: readonly Unit[];
  readonly masks: readonly UnitMask[];
  readonly alpha: number;
  readonly blend: Blend;
  /** Deviation of its blur in output pixels. */
  readonly blur: number;
  readonly colour: ColourMatrix | undefined;
  readonly box: Box;
}

export type Unit = NodeUnit | PlaneUnit;

export const isPlaneUnit = (unit: Unit): unit is PlaneUnit => 'units' in unit;
export const idOf = (unit: Unit): string => (isPlaneUnit(unit) ? unit.id : unit.node.id);

const boxesOf = (units: readonly Unit[]): Box => units.reduce<Box>((all, { box }) => union(all, box), EMPTY_BOX);

/** Gives the box of an item's points and line in output pixels, blur left out. */
export type Measure = (item: Item, full: Matrix) => Box;

/** Lays a node in the output; a group's box is its base's, or what its mask leaves of its items. */
export function unitOf(node: Node, view: Matrix, measure: Measure): NodeUnit {
  const deviation = (node.blur ?? 0) * meanScale(view);
  const soft = (box: Box): Box => (deviation && !isEmpty(box) ? grown(box, blurReach(deviation)) : box);
  if (!isGroup(node)) {
    const full = multiply(view, node.matrix);
    return { node, view, full, box: soft(measure(node, full)) };
  }
  const base = node.base && unitOf(node.base, view, measure);
  const mask = node.mask && unitOf(node.mask, view, measure);
  const items = node.items.map((item) => unitOf(item, view, measure));
  const inside = base ? EMPTY_BOX : boxesOf(items);
  // A base is painted itself; a mask only lets through what there is.
  const box = soft(base ? base.box : mask ? intersection(mask.box, inside) : inside);
  return { node, view, full: view, box, items, ...(base ? { base } : {}), ...(mask ? { mask } : {}) };
}

/** How far on a unit is looked for when lists do not match. */
const SEARCH = 200;

/** A plane as it was laid out last. */
interface Laid {
  readonly plane: Plane;
  readonly view: Matrix;
  /** Of its own nodes; and what it gives to the list that it is in: these and its planes', or one unit with a look. */
  readonly own: readonly NodeUnit[];
  readonly units: readonly Unit[];
  readonly planes: LaidPlanes;
  readonly masks: readonly LaidPlanes[];
}
type LaidPlanes = ReadonlyMap<string, Laid>;
const NOTHING: LaidPlanes = new Map();

const hasLook = ({ alpha = 1, blend = 'normal', blur = 0, masks, colour }: Plane): boolean => alpha !== 1 || blend !== 'normal' || blur > 0 || !!masks?.length || !!colour;

const sameList = (a: readonly Unit[], b: readonly Unit[]): boolean => a.length === b.length && a.every((unit, index) => unit === b[index]);

/** Whether two planes' units are laid down in the same way; what is in them and in their masks is compared apart. */
export const sameLook = (a: PlaneUnit, b: PlaneUnit): boolean =>
  a.alpha === b.alpha &&
  a.blend === b.blend &&
  a.blur === b.blur &&
  sameNumbers(a.colour, b.colour) &&
  a.masks.length === b.masks.length &&
  a.masks.every(({ invert, feather }, index) => invert === b.masks[index]?.invert && feather === b.masks[index]?.feather);

/**
 * Lays pictures out at one output size, frame after frame: units back to front, plain groups taken apart. A plane that is
 * the same object as before is not looked into; of others, what holds the same node, or one that is equal to it, in the same
 * view is the same unit.
 */
export class Layout {
  private readonly scale: number;
  private readonly measure: Measure;
  private laid: LaidPlanes = NOTHING;

  /** `scale` output pixels to a unit of the picture. */
  constructor(scale: number, measure: Measure) {
    this.scale = scale;
    this.measure = measure;
  }

  units(picture: Picture): Unit[] {
    const { units, laid } = this.all(picture.planes, this.laid);
    this.laid = laid;
    return units;
  }

  private all(planes: readonly Plane[], before: LaidPlanes): { units: Unit[]; laid: LaidPlanes } {
    const laid = new Map<string, Laid>();
    const units: Unit[] = [];
    for (const plane of planes) {
      let key = plane.id;
      while (laid.has(key)) key += '+';
      const one = this.plane(plane, before.get(key));
      laid.set(key, one);
      for (const unit of one.units) units.push(unit);
    }
    return { units, laid };
  }

  private plane(plane: Plane, before: Laid | undefined): Laid {
    if (before?.plane === plane) return before;
    const view = before && sameNumbers(before.plane.view, plane.view) ? before.view : (plane.view.map((value) => value * this.scale) as unknown as Matrix);
    const own = before && view === before.view && before.plane.nodes === plane.nodes ? before.own : this.nodes(plane.nodes, view, view === before?.view ? before.own : []);
    const inner = plane.planes?.length ? this.all(plane.planes, before?.planes ?? NOTHING) : undefined;
    const content = inner ? [...own, ...inner.units] : own;
    const masks = (plane.masks ?? []).map(({ planes }, index) => this.all(planes, before?.masks[index] ?? NOTHING));
    const laid = { plane, view, own, planes: inner?.laid ?? NOTHING, masks: masks.map(({ laid: mask }) => mask) };
    if (!hasLook(plane)) return { ...laid, units: content };
    const unit = this.withLook(
      plane,
      content,
      masks.map(({ units }) => units),
    );
    const old = before?.units.length === 1 ? (before.units[0] as Unit) : undefined;
    const same =
      old &&
      isPlaneUnit(old) &&
      old.id === unit.id &&
      sameLook(old, unit) &&
      sameList(old.units, unit.units) &&
      old.masks.every((mask, n) => sameList(mask.units, unit.masks[n]?.units ?? []));
    return { ...laid, units: [same ? old : unit] };
  }

  private withLook(plane: Plane, units: readonly Unit[], maskUnits: readonly (readonly Unit[])[]): PlaneUnit {
    const { alpha = 1, blend = 'normal', blur = 0, colour } = plane;
    const deviation = blur * this.scale;
    const masks = (plane.masks ?? []).map(({ invert, feather }, index) => ({ units: maskUnits[index] as readonly Unit[], invert, feather: feather * this.scale }));
    let box = alpha > 0 ? boxesOf(units) : EMPTY_BOX;
    for (const mask of masks) if (!mask.invert) box = intersection(box, softened(boxesOf(mask.units), mask.feather));
    return { id: plane.id, units, masks, alpha, blend, blur: deviation, colour, box: softened(box, deviation) };
  }

  private nodes(nodes: readonly Node[], view: Matrix, before: readonly NodeUnit[]): NodeUnit[] {
    const units: NodeUnit[] = [];
    // The two lists run side by side; where ids differ, something came or went, and the old list is searched a little on.
    let place = 0;
    const known = (node: Node): NodeUnit | undefined => {
      for (let at = place; at < before.length && at < place + SEARCH; at++) {
        const old = before[at] as NodeUnit;
        if (old.node === node) {
          place = at + 1;
          return old;
        }
        if (at === place && old.node.id === node.id) {
          place++;
          return sameNode(old.node, node) ? old : undefined;
        }
      }
      return undefined;
    };
    const add = (node: Node): void => {
      if (isGroup(node) && !node.base && !node.mask && (node.alpha ?? 1) === 1 && !node.blur && (node.blend ?? 'normal') === 'normal') {
        for (const item of node.items) add(item);
        return;
      }
      units.push(known(node) ?? unitOf(node, view, this.measure));
    };
    for (const node of nodes) add(node);
    return units;
  }
}

/** A box as far as a blur of `deviation` px carries what is in it. */
export const softened = (box: Box, deviation: number): Box => (deviation > 0 && !isEmpty(box) ? grown(box, blurReach(deviation)) : box);
