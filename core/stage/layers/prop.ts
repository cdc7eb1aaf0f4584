import { hull } from '../../draw/path.ts';
import { isGroup, type Node } from '../../draw/picture.ts';
import { propOf } from '../props/index.ts';
import type { DrawnKind, OwnBox } from './kind.ts';

const drawn = new Map<string, { nodes: readonly Node[]; box: OwnBox }>();

function propDrawing(id: string): { nodes: readonly Node[]; box: OwnBox } {
  let known = drawn.get(id);
  if (!known) {
    const nodes = propOf(id)?.draw() ?? [];
    drawn.set(id, (known = { nodes, box: standingBox(nodes) }));
  }
  return known;
}

/** The box of what stands on y 0: its foot in the middle, as wide to either side. */
function standingBox(nodes: readonly Node[]): OwnBox {
  let half = 1;
  let top = -1;
  const look = (node: Node): void => {
    if (isGroup(node)) {
      for (const item of [...(node.base ? [node.base] : []), ...node.items]) look(item);
      return;
    }
    if (!node.path?.length) return;
    const box = hull(node.path);
    half = Math.max(half, -(box.left + node.matrix[4]), box.right + node.matrix[4]);
    top = Math.min(top, box.top + node.matrix[5]);
  };
  for (const node of nodes) look(node);
  return { left: -half, top, right: half, bottom: 0 };
}

/** A prop's box in its own units, standing on y 0. */
export const propBox = (id: string): OwnBox => propDrawing(id).box;

/** Where a hand takes a prop, in shares of its box: what its anchor becomes when it is held. */
export function propGrip(id: string): { readonly x: number; readonly y: number } {
  const { left, top, right, bottom } = propDrawing(id).box;
  const [x, y] = propOf(id)?.grip ?? [0, top];
  return { x: (x - left) / (right - left), y: (y - top) / (bottom - top) };
}

/** A thing that stands on the stage, or lies in a hand. */
export const prop: DrawnKind<'prop'> = {
  kind: 'prop',
  entry: { label: 'Prop', icon: 'M4 8l8-4 8 4v8l-8 4-8-4zM4 8l8 4 8-4M12 12v8', fields: [] },
  plane: 'prop',
  nodes: ({ layer }) => propDrawing(layer.prop).nodes,
  box: ({ layer }) => propDrawing(layer.prop).box,
};
