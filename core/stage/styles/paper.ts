import { type Item, isGroup, type Node } from '../../draw/picture.ts';
import { hasEdge, type Style, shifted } from './style.ts';

const EDGE = '#fbf8f1';
const SHADE = '#2b3040';

function* shapes(nodes: readonly Node[]): Generator<Item> {
  for (const node of nodes) {
    const item = isGroup(node) ? node.base : node;
    if (item && hasEdge(item)) yield item;
    else if (isGroup(node) && !node.base) yield* shapes(node.items);
  }
}

/** Cut from paper: a pale edge where the scissors went, and a soft shadow on what lies behind. */
export const paper: Style = {
  id: 'paper',
  name: 'Paper cut-out',
  reach: 30,
  node(node, kind) {
    if (kind !== 'set') return [node];
    const item = isGroup(node) ? node.base : node;
    if (!item || !hasEdge(item) || typeof item.fill !== 'string') return [node];
    return [
      {
        id: `${item.id}~shade`,
        ...(item.path ? { path: item.path } : {}),
        matrix: shifted(item.matrix, 2.4, 3.2),
        fill: SHADE,
        alpha: 0.16,
        ...(item.evenOdd ? { evenOdd: true } : {}),
      },
      node,
    ];
  },
  below(nodes, kind) {
    if (kind === 'set') return [];
    const cut = [...shapes(nodes)].filter(({ id }) => !id.startsWith('floor.'));
    const outline = (item: Item, name: string, colour: string, width: number, dx: number, dy: number): Item => ({
      id: `${item.id}~${name}`,
      ...(item.path ? { path: item.path } : {}),
      matrix: shifted(item.matrix, dx, dy),
      fill: colour,
      stroke: { paint: colour, width },
    });
    return [
      { id: 'paper~shadow', alpha: 0.34, blur: 5, items: cut.map((item) => outline(item, 'shadow', SHADE, 6, 4, 6)) },
      ...cut.map((item) => outline(item, 'edge', EDGE, 7, 0, 0)),
    ];
  },
};
