import { type Matrix, meanScale, multiply } from '../draw/matrix.ts';
import { CUBIC, LINE, MOVE, QUAD } from '../draw/path.ts';
import { type Group, type Item, isGroup, type Node, type Picture } from '../draw/picture.ts';
import { MonotonePen } from './monotone.ts';
import { strokeOutline } from './outline.ts';

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
export const areaOf = (b: Box): number => (isEmpty(b) ? 0 : (b.right - b.left) * (b.bottom - b.top));
export const contains = (outer: Box, inner: Box): boolean => inner.left >= outer.left && inner.top >= outer.top && inner.right <= outer.right && inner.bottom <= outer.bottom;

/** Room round a shape for antialiasing. */
const EDGE = 2;
const GRID = 64;

/** To 1/64 px: both canvases then see the same numbers (rendering.md, Painter rules). */
export const snapped = (value: number): number => Math.round(value * GRID) / GRID;

/** An item as it lies in the output: its points in pixels, rounded, and its box. */
export interface Prepared {
  readonly points: Float64Array;
  /** The stroke as a shape to fill. */
  readonly outline: Float64Array | undefined;
  readonly box: Box;
  readonly full: Matrix;
}

const prepared = new WeakMap<Item, { view: Matrix; value: Prepared }>();

/** Sends an item's points through its matrix and the view; remembered for as long as both stay. */
export function prepare(item: Item, view: Matrix): Prepared {
  const known = prepared.get(item);
  if (known && known.view === view) return known.value;
  const full = multiply(view, item.matrix);
  const [a, b, c, d, e, f] = full;
  const path = item.path;
  const pen = new MonotonePen(snapped);
  if (path)
    for (let i = 0; i < path.length; ) {
      const at = (k: number): [number, number] => [
        a * (path[i + k] as number) + c * (path[i + k + 1] as number) + e,
        b * (path[i + k] as number) + d * (path[i + k + 1] as number) + f,
      ];
      switch (path[i]) {
        case MOVE:
          pen.move(...at(1));
          i += 3;
          break;
        case LINE:
          pen.line(...at(1));
          i += 3;
          break;
        case QUAD:
          pen.quad(...at(1), ...at(3));
          i += 5;
          break;
        case CUBIC:
          pen.cubic(...at(1), ...at(3), ...at(5));
          i += 7;
          break;
        default:
          pen.close();
          i += 1;
      }
    }
  let { left, top, right, bottom } = pen;
  const put = (x: number, y: number): void => {
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  };
  const points = Float64Array.from(pen.out);
  if (item.image) {
    const { x, y, width, height } = item.image;
    for (const [px, py] of [
      [x, y],
      [x + width, y],
      [x, y + height],
      [x + width, y + height],
    ] as const)
      put(a * px + c * py + e, b * px + d * py + f);
  }
  const scale = meanScale(full);
  const room = EDGE + (item.stroke ? (item.stroke.width * scale) / 2 : 0) + 3 * (item.blur ?? 0) * meanScale(view);
  const box = left > right ? EMPTY_BOX : { left: Math.floor(left - room), top: Math.floor(top - room), right: Math.ceil(right + room), bottom: Math.ceil(bottom + room) };
  const outline = item.stroke ? strokeOutline(points, Math.max(0.1, item.stroke.width * scale), item.stroke.cap !== 'butt', snapped) : undefined;
  const value = { points, outline, box, full };
  prepared.set(item, { view, value });
  return value;
}

const groupBoxes = new WeakMap<Group, { view: Matrix; box: Box }>();

/** Box of a node in the output; a group's is cut to its base or mask. */
export function boxOf(node: Node, view: Matrix): Box {
  if (!isGroup(node)) return prepare(node, view).box;
  const known = groupBoxes.get(node);
  if (known && known.view === view) return known.box;
  let box: Box;
  const frame = node.base ?? node.mask;
  if (frame) box = prepare(frame, view).box;
  else box = node.items.reduce<Box>((all, item) => union(all, boxOf(item, view)), EMPTY_BOX);
  const blur = (node.blur ?? 0) * meanScale(view) * 3;
  if (blur && !isEmpty(box)) box = { left: Math.floor(box.left - blur), top: Math.floor(box.top - blur), right: Math.ceil(box.right + blur), bottom: Math.ceil(box.bottom + blur) };
  groupBoxes.set(node, { view, box });
  return box;
}

/** What is painted in one go: a node that is not a plain group. */
export interface Unit {
  readonly node: Node;
  readonly view: Matrix;
}

/** Units of a picture back to front at an output size; `views` keeps the matrices' identity from frame to frame. */
export function unitsOf(picture: Picture, scale: number, views: ViewMemo): Unit[] {
  const units: Unit[] = [];
  const add = (node: Node, view: Matrix): void => {
    if (isGroup(node) && !node.base && !node.mask && (node.alpha ?? 1) === 1 && !node.blur && (node.blend ?? 'normal') === 'normal') for (const item of node.items) add(item, view);
    else units.push({ node, view });
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

const delicate = new WeakMap<Node, boolean>();

/** Holds a gradient, a picture or a blur: then it is exact only on a canvas of the whole frame. */
export function isDelicate(node: Node): boolean {
  let known = delicate.get(node);
  if (known === undefined) {
    known = isGroup(node)
      ? !!node.blur || [...(node.base ? [node.base] : []), ...(node.mask ? [node.mask] : []), ...node.items].some(isDelicate)
      : !!node.image || !!node.blur || (node.fill !== undefined && typeof node.fill !== 'string') || (node.stroke !== undefined && typeof node.stroke.paint !== 'string');
    delicate.set(node, known);
  }
  return known;
}
