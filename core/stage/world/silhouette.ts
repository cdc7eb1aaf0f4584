import { meanScale } from '../../draw/matrix.ts';
import { hull } from '../../draw/path.ts';
import { type Item, isGroup, type Node } from '../../draw/picture.ts';
import { hasEdge } from '../styles/style.ts';

/** What is smaller than this (figure units) lies within something else. */
const SMALL = 18;

/** Of a node the shapes that its outline is made of. */
export function* silhouette(node: Node): Generator<Item> {
  if (isGroup(node)) {
    if ((node.alpha ?? 1) < 0.9 || node.blur) return;
    if (node.base) yield* silhouette(node.base);
    // What is kept inside a shape that is not painted has no outline of its own.
    else if (!node.mask) for (const item of node.items) yield* silhouette(item);
    return;
  }
  if (!node.path || typeof node.fill !== 'string' || !hasEdge(node)) return;
  const { left, right, top, bottom } = hull(node.path);
  const scale = meanScale(node.matrix);
  if ((right - left) * scale >= SMALL && (bottom - top) * scale >= SMALL) yield node;
}
