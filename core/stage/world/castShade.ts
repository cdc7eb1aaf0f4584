import { type Matrix, multiply, translation } from '../../draw/matrix.ts';
import { type Item, isGroup, itemOf, type Node } from '../../draw/picture.ts';
import { smooth } from '../../time/easing.ts';
import { silhouette } from './silhouette.ts';

/** How far a soft shade falls beside its figure and how much longer it gets under the lowest light, in figure units and shares. */
const FALLS = { aside: 44, back: 3, longer: 0.55, fainter: 0.2 } as const;
/** From so low a light on (0..1) a shade has the outline of who throws it, whole from the second on. */
const DRAWN = [0.5, 0.85] as const;
/** Of a unit of height so much lies aside on the floor, and so much back; how dark it is, and how much of the soft shade is left beside it. */
const THROWN = { aside: 0.72, back: 0.105, alpha: 0.17, soft: 0.45 } as const;
const SHADE = '#2b3550';

const drawnShare = (low: number): number => smooth((low - DRAWN[0]) / (DRAWN[1] - DRAWN[0]));
/** How far beside a point the floor is in its shade, in shares of its height: 0 while the shade is a soft patch. */
export const shadeReach = (low: number): number => (drawnShare(low) > 0 ? THROWN.aside * low : 0);

interface Cast {
  readonly low: number;
  readonly side: 1 | -1;
}
/** A shade as it fell last, by the shade under the figure: one that stays is the same node from frame to frame. */
const shades = new WeakMap<Node, Cast & { readonly node: Node }>();
const parts = new WeakMap<Item, Cast & { readonly floor: number; readonly item: Item }>();
const lists = new WeakMap<readonly Node[], Cast & { readonly nodes: readonly Node[] }>();

/**
 * The nodes of a figure whose shade on the floor falls away from the light, which comes from the left of the picture
 * (design.md, 10): a soft patch, the farther the lower the light stands (`low`, 0..1), and under a low one the figure's
 * own outline laid on the floor. `side` is -1 for a figure that is mirrored. The darker shade right under each foot
 * stays. The same list gives the same list, the same part the same node.
 */
export function castShade(nodes: readonly Node[], low: number, side: 1 | -1): readonly Node[] {
  const at = nodes.findIndex(({ id }) => id === 'floor.shade');
  const shade = nodes[at];
  if (!shade || isGroup(shade)) return nodes;
  let list = lists.get(nodes);
  if (list?.low !== low || list.side !== side) {
    const drawn = drawnShare(low);
    const cast = nodes.slice();
    cast[at] = fallen(shade, low, side, drawn);
    if (drawn > 0) cast.splice(at, 0, { id: 'floor.cast', alpha: Math.round(THROWN.alpha * drawn * 256) / 256, items: thrown(nodes, low, side, shade.matrix[5]) });
    lists.set(nodes, (list = { low, side, nodes: cast }));
  }
  return list.nodes;
}

function fallen(shade: Item, low: number, side: 1 | -1, drawn: number): Node {
  let known = shades.get(shade);
  if (known?.low !== low || known.side !== side) {
    const long = 1 + FALLS.longer * low;
    const aside = FALLS.aside * low * (1 - drawn);
    const matrix = multiply(translation(side * aside, -FALLS.back * low), multiply(shade.matrix, [long, 0, 0, 1, 0, 0]));
    const alpha = Math.round((shade.alpha ?? 1) * (1 - FALLS.fainter * low) * (1 - (1 - THROWN.soft) * drawn) * 128) / 128;
    shades.set(shade, (known = { low, side, node: itemOf(shade.id, matrix, { ...shade, alpha }) }));
  }
  return known.node;
}

/** The figure's outline on the floor, which lies `floor` units below its root while it is in the air: the higher a point, the farther aside and back. */
function thrown(nodes: readonly Node[], low: number, side: 1 | -1, floor: number): Item[] {
  const aside = THROWN.aside * low * side;
  const onFloor: Matrix = [1, 0, -aside, THROWN.back, aside * floor, floor * (1 - THROWN.back)];
  const items: Item[] = [];
  for (const node of nodes) {
    if (node.id.startsWith('floor.')) continue;
    for (const part of silhouette(node)) {
      let known = parts.get(part);
      if (known?.low !== low || known.side !== side || known.floor !== floor)
        parts.set(
          part,
          (known = { low, side, floor, item: itemOf(`floor.cast.${part.id}`, multiply(onFloor, part.matrix), { path: part.path, fill: SHADE, evenOdd: part.evenOdd }) }),
        );
      items.push(known.item);
    }
  }
  return items;
}
