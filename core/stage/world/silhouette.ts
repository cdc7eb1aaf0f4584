import { meanScale } from '../../draw/matrix.ts';
import { hull } from '../../draw/path.ts';
import { type Colour, type Item, isGroup, type Node } from '../../draw/picture.ts';
import { hasEdge } from '../styles/style.ts';

/** What is smaller than this (figure units) lies within something else. */
const SMALL = 18;
const NONE: readonly Item[] = [];

/** Of a node the shapes that its outline is made of, if they are of a colour that is asked for; any if left out. */
export function silhouette(node: Node, takes?: (fill: Colour) => boolean): readonly Item[] {
  if (isGroup(node)) {
    // What is kept inside a shape that is not painted has no outline of its own.
    if ((node.alpha ?? 1) < 0.9 || node.blur || node.mask) return NONE;
    return node.base ? silhouette(node.base, takes) : node.items.flatMap((item) => silhouette(item, takes));
  }
  // The cheapest question first: most parts of most figures are told by it.
  if (!node.path || typeof node.fill !== 'string' || (takes && !takes(node.fill)) || !hasEdge(node)) return NONE;
  const { left, right, top, bottom } = hull(node.path);
  const scale = meanScale(node.matrix);
  return (right - left) * scale >= SMALL && (bottom - top) * scale >= SMALL ? [node] : NONE;
}
