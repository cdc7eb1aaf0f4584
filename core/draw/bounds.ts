import { transform } from './matrix.ts';
import { hull, mapPath } from './path.ts';
import { type Item, isGroup, type Node } from './picture.ts';

export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The box of all that nodes show, in the units that their matrices lead to; infinite the wrong way round where they show nothing. */
export function boundsOf(nodes: readonly Node[]): Bounds {
  const all = { left: Number.POSITIVE_INFINITY, top: Number.POSITIVE_INFINITY, right: Number.NEGATIVE_INFINITY, bottom: Number.NEGATIVE_INFINITY };
  const take = ({ left, top, right, bottom }: Bounds, room: number): void => {
    all.left = Math.min(all.left, left - room);
    all.top = Math.min(all.top, top - room);
    all.right = Math.max(all.right, right + room);
    all.bottom = Math.max(all.bottom, bottom + room);
  };
  const add = ({ path, image, matrix, stroke }: Item): void => {
    const at = (x: number, y: number): { x: number; y: number } => transform(matrix, x, y);
    if (path?.length) take(hull(mapPath(path, at)), (stroke?.width ?? 0) / 2);
    if (image)
      for (const x of [image.x, image.x + image.width])
        for (const y of [image.y, image.y + image.height]) {
          const corner = at(x, y);
          take({ left: corner.x, top: corner.y, right: corner.x, bottom: corner.y }, 0);
        }
  };
  const walk = (node: Node): void => {
    if (!isGroup(node)) return add(node);
    // What a group keeps inside its base or mask cannot reach farther than that.
    const frame = node.base ?? node.mask;
    if (frame) add(frame);
    else node.items.forEach(walk);
  };
  nodes.forEach(walk);
  return all;
}
