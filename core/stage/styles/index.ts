import type { Node, Plane } from '../../draw/picture.ts';
import { chalk } from './chalk.ts';
import { flat } from './flat.ts';
import { ink } from './ink.ts';
import { paper } from './paper.ts';
import type { PlaneKind, Style } from './style.ts';

/** Drawing styles of a whole production: one file each, one line here and its id in the schema. */
export const STYLES: readonly Style[] = [flat, ink, paper, chalk];

export const styleOf = (id: string): Style => STYLES.find((style) => style.id === id) ?? flat;

const byNode = new WeakMap<Node, Map<string, readonly Node[]>>();
const byList = new WeakMap<readonly Node[], Map<string, readonly Node[]>>();

function remembered<K extends object>(memo: WeakMap<K, Map<string, readonly Node[]>>, key: K, name: string, make: () => readonly Node[]): readonly Node[] {
  let made = memo.get(key);
  if (!made) memo.set(key, (made = new Map()));
  let value = made.get(name);
  if (!value) made.set(name, (value = make()));
  return value;
}

/** A plane in a style. Nodes that are as before give what they gave before, so that only what changed is painted anew. */
export function styledPlane(plane: Plane, style: Style, kind: PlaneKind): Plane {
  if (!style.node && !style.below) return plane;
  const name = `${style.id} ${kind}`;
  const nodes = remembered(byList, plane.nodes, name, () => [
    ...(style.below?.(plane.nodes, kind) ?? []),
    ...plane.nodes.flatMap((node) => (style.node ? remembered(byNode, node, name, () => (style.node as NonNullable<Style['node']>)(node, kind)) : [node])),
  ]);
  return { ...plane, nodes };
}
