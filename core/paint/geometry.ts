import { type Matrix, meanScale, multiply } from '../draw/matrix.ts';
import { type Item, isGroup, type Node, type Picture } from '../draw/picture.ts';

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

/** How far a blur of `deviation` px reaches. */
export const blurReach = (deviation: number): number => Math.ceil(deviation * 3) + 2;

/** A node where it lies in the output: what is painted in one go, and the pixels that it can touch. */
export interface Unit {
  readonly node: Node;
  readonly view: Matrix;
  /** From the item's own units to output pixels; a group's is its view. */
  readonly full: Matrix;
  readonly box: Box;
  readonly base?: Unit;
  readonly mask?: Unit;
  readonly items?: readonly Unit[];
}

/** Gives the box of an item's points and line in output pixels, blur left out. */
export type Measure = (item: Item, full: Matrix) => Box;

/** Lays a node in the output; a group's box is its base's, or what its mask leaves of its items. */
export function unitOf(node: Node, view: Matrix, measure: Measure): Unit {
  const deviation = (node.blur ?? 0) * meanScale(view);
  const soft = (box: Box): Box => (deviation && !isEmpty(box) ? grown(box, blurReach(deviation)) : box);
  if (!isGroup(node)) {
    const full = multiply(view, node.matrix);
    return { node, view, full, box: soft(measure(node, full)) };
  }
  const base = node.base && unitOf(node.base, view, measure);
  const mask = node.mask && unitOf(node.mask, view, measure);
  const items = node.items.map((item) => unitOf(item, view, measure));
  const inside = base ? EMPTY_BOX : items.reduce<Box>((all, item) => union(all, item.box), EMPTY_BOX);
  // A base is painted itself; a mask only lets through what there is.
  const box = soft(base ? base.box : mask ? intersection(mask.box, inside) : inside);
  return { node, view, full: view, box, items, ...(base ? { base } : {}), ...(mask ? { mask } : {}) };
}

/** How far on a unit is looked for when lists do not match. */
const SEARCH = 200;

/**
 * Units of a picture back to front at an output size; plain groups are taken apart. What `before` holds for the same
 * node in the same view is taken from there, so that unchanged things are the same objects from frame to frame.
 */
export function unitsOf(picture: Picture, scale: number, views: ViewMemo, measure: Measure, before?: readonly Unit[]): Unit[] {
  const units: Unit[] = [];
  // The two lists run side by side; where ids differ, something came or went, and the old list is searched a little on.
  let place = 0;
  const known = (node: Node): Unit | undefined => {
    if (!before) return undefined;
    for (let at = place; at < before.length && at < place + SEARCH; at++) {
      const old = before[at] as Unit;
      if (old.node === node) {
        place = at + 1;
        return old;
      }
      if (at === place && old.node.id === node.id) {
        place++;
        return undefined;
      }
    }
    return undefined;
  };
  const add = (node: Node, view: Matrix): void => {
    if (isGroup(node) && !node.base && !node.mask && (node.alpha ?? 1) === 1 && !node.blur && (node.blend ?? 'normal') === 'normal') {
      for (const item of node.items) add(item, view);
      return;
    }
    const old = known(node);
    units.push(old?.view === view ? old : unitOf(node, view, measure));
  };
  for (const plane of picture.planes) {
    const view = views.of(plane.view, scale);
    for (const node of plane.nodes) add(node, view);
  }
  return units;
}

/** Gives equal view matrices one identity, so that unchanged items are found by comparing references. */
export class ViewMemo {
  private readonly known = new Map<string, Matrix>();
  of(view: Matrix, scale: number): Matrix {
    const full = view.map((value) => value * scale) as unknown as Matrix;
    const key = full.join(' ');
    const old = this.known.get(key);
    if (old) return old;
    if (this.known.size > 64) this.known.clear();
    this.known.set(key, full);
    return full;
  }
}
