import { stepped } from '../../draw/colour.ts';
import { type Item, isGroup, type Node } from '../../draw/picture.ts';
import { hasEdge, type Style, shifted } from './style.ts';

const INK = '#20242e';
/** Units: half of the line lies under the shape; moved away from the light, it is thin above and heavy below. */
const WIDTH = { figure: 2.7, prop: 2.7, set: 1.7 } as const;

const line = (item: Item, kind: keyof typeof WIDTH): Item => {
  const width = WIDTH[kind];
  return {
    id: `${item.id}~ink`,
    ...(item.path ? { path: item.path } : {}),
    matrix: shifted(item.matrix, width * 0.27, width * 0.36),
    fill: kind === 'set' ? stepped(INK, 0.16) : INK,
    stroke: { paint: kind === 'set' ? stepped(INK, 0.16) : INK, width },
    ...(item.evenOdd ? { evenOdd: true } : {}),
  };
};

/** An inked outline of varying width round every shape. */
export const ink: Style = {
  id: 'ink',
  name: 'Inked outline',
  reach: 5,
  node(node: Node, kind): readonly Node[] {
    if (isGroup(node)) return node.base && hasEdge(node.base) ? [line(node.base, kind), node] : [node];
    return hasEdge(node) ? [line(node, kind), node] : [node];
  },
};
