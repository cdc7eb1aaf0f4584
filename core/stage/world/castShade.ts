import { multiply, translation } from '../../draw/matrix.ts';
import { type Item, isGroup, type Node } from '../../draw/picture.ts';

/** How far a shade falls beside its figure and how much longer it gets under the lowest light, in figure units and shares. */
const FALLS = { aside: 44, back: 3, longer: 0.55, fainter: 0.2 } as const;

interface Cast {
  readonly low: number;
  readonly side: 1 | -1;
}
/** A shade as it fell last, by the shade under the figure: one that stays is the same node from frame to frame. */
const shades = new WeakMap<Node, Cast & { readonly node: Node }>();
const lists = new WeakMap<readonly Node[], Cast & { readonly nodes: readonly Node[] }>();

/**
 * The nodes of a figure whose soft shade on the floor falls away from the light, which comes from the left of the picture
 * (design.md, 10): the farther the lower it stands (`low`, 0..1). `side` is -1 for a figure that is mirrored. The darker
 * shade right under each foot stays. The same list gives the same list, the same shade the same node.
 */
export function castShade(nodes: readonly Node[], low: number, side: 1 | -1): readonly Node[] {
  const at = nodes.findIndex(({ id }) => id === 'floor.shade');
  const shade = nodes[at];
  if (!shade || isGroup(shade)) return nodes;
  let list = lists.get(nodes);
  if (list?.low !== low || list.side !== side) {
    const cast = nodes.slice();
    cast[at] = fallen(shade, low, side);
    lists.set(nodes, (list = { low, side, nodes: cast }));
  }
  return list.nodes;
}

function fallen(shade: Item, low: number, side: 1 | -1): Node {
  let known = shades.get(shade);
  if (known?.low !== low || known.side !== side) {
    const long = 1 + FALLS.longer * low;
    const matrix = multiply(translation(side * FALLS.aside * low, -FALLS.back * low), multiply(shade.matrix, [long, 0, 0, 1, 0, 0]));
    const alpha = Math.round((shade.alpha ?? 1) * (1 - FALLS.fainter * low) * 128) / 128;
    shades.set(shade, (known = { low, side, node: { ...shade, matrix, alpha } }));
  }
  return known.node;
}
