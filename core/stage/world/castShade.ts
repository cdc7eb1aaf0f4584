import { multiply, translation } from '../../draw/matrix.ts';
import { isGroup, type Node } from '../../draw/picture.ts';

/** How far a shade falls beside its figure and how much longer it gets under the lowest light, in figure units and shares. */
const FALLS = { aside: 44, back: 3, longer: 0.55, fainter: 0.2 } as const;

const memo = new WeakMap<readonly Node[], { readonly low: number; readonly side: number; readonly nodes: readonly Node[] }>();

/**
 * The nodes of a figure whose soft shade on the floor falls away from the light, which comes from the left of the picture
 * (design.md, 10): the farther the lower it stands (`low`, 0..1). `side` is -1 for a figure that is mirrored. The darker
 * shade right under each foot stays. The same list gives the same list.
 */
export function castShade(nodes: readonly Node[], low: number, side: 1 | -1): readonly Node[] {
  let known = memo.get(nodes);
  if (known?.low !== low || known.side !== side) {
    const cast = nodes.map((node) => {
      if (node.id !== 'floor.shade' || isGroup(node)) return node;
      const long = 1 + FALLS.longer * low;
      const matrix = multiply(translation(side * FALLS.aside * low, -FALLS.back * low), multiply(node.matrix, [long, 0, 0, 1, 0, 0]));
      return { ...node, matrix, alpha: Math.round((node.alpha ?? 1) * (1 - FALLS.fainter * low) * 128) / 128 };
    });
    memo.set(nodes, (known = { low, side, nodes: cast }));
  }
  return known.nodes;
}
